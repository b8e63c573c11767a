import { formatDuration, type WorkingTime } from '../../core/time'
import { Refused, type TicketState } from '../../core/ticket'
import type { Checklist, ListedTask, Task } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { Caller } from '../base/caller'
import type { Reading } from '../queries/reading'
import { KEPT, keptChecklist, keptOf } from '../queries/checklists'
import { seenTicket } from '../queries/sight'

/** Most checklists that are kept for one team, and for everybody. */
const MOST_KEPT = 200

/** What is kept of a ticket. */
interface Keeping {
  name: string
  /** Id of the team that is offered it; null for everybody. */
  team: string | null
  reference: number
  /** Ids of the tasks; all of them if left out. */
  tasks?: readonly string[]
}

/** @throws Refused where it is for a team of others, or for all, and whoever asks does not change the design */
function refuseOthers({ teams, rights }: Caller, team: string | null): void {
  if (rights.has('changeDesign')) return
  if (team === null)
    throw new Refused('forbidden', 'Your role keeps checklists for your teams; ask a lead for one for all.', [
      { field: 'team', message: 'choose one of your teams' },
    ])
  if (!teams.includes(team))
    throw new Refused('forbidden', 'You keep checklists for your own teams.', [
      { field: 'team', message: 'choose one of your teams' },
    ])
}

/** @throws Refused where nothing is left of a name */
function named(name: string): string {
  const line = name.trim().replace(/\s+/g, ' ')
  if (!line)
    throw new Refused('invalid', 'Something is missing.', [
      { field: 'name', message: 'give the checklist a name' },
    ])
  return line
}

async function checkTeam(desk: Reading, team: string | null): Promise<void> {
  if (team !== null && !(await desk.knowledge.directory()).teams.has(team))
    throw new Refused('invalid', 'There is no such team.', [
      { field: 'team', message: 'choose a team of the directory' },
    ])
}

/**
 * Keeps what is to do on a ticket as a checklist, to be used again.
 * @returns its id among those that are kept
 */
export async function keepChecklist(desk: Reading, caller: Caller, keeping: Keeping): Promise<number> {
  const { team, reference } = keeping
  const name = named(keeping.name)
  refuseOthers(caller, team)
  await checkTeam(desk, team)
  await seenTicket(desk, caller, reference)
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', `There is no ticket ${reference}.`)
  const tasks = await listed(desk, wholeState(row), keeping.tasks)
  const others = await desk.db
    .selectFrom('kept_checklist')
    .select('name')
    .where('team', team === null ? 'is' : '=', team)
    .execute()
  if (others.some((one) => one.name === name))
    throw new Refused('conflict', `A checklist “${name}” is kept for them already.`, [
      { field: 'name', message: 'choose another name, or take the other away first' },
    ])
  if (others.length >= MOST_KEPT)
    throw new Refused('conflict', `More than ${MOST_KEPT} checklists are not kept; take one away first.`)
  const { id } = await desk.db
    .insertInto('kept_checklist')
    .values({
      ...{ name, team, tasks: JSON.stringify(tasks) },
      ...{ kept_by: caller.id, kept_at: deskNow() },
    })
    .returning('id')
    .executeTakeFirstOrThrow()
  return id
}

async function listed(desk: Reading, state: TicketState, ids?: readonly string[]): Promise<ListedTask[]> {
  const tasks = (state.tasks ?? []).filter((one) => !ids || ids.includes(one.id))
  if (!tasks.length)
    throw new Refused('invalid', 'There is nothing to keep.', [
      { field: 'tasks', message: 'write down what is to do first' },
    ])
  const design = await desk.knowledge.editionOf(state)
  const hours = design.calendar(design.design.desk.calendar)
  return tasks.map((one) => withoutState(one, hours))
}

/** A task as it is before anybody has begun; when it was due is so much working time after it came. */
function withoutState(task: Task, hours: WorkingTime): ListedTask {
  const { text, description, required, team, person, evidence, key, came, due } = task
  const span = came !== undefined && due !== undefined && due > came ? hours.between(came, due) : 0
  return {
    text,
    ...(description && { description }),
    ...(required && { required }),
    ...(team && { team }),
    ...(person && { person }),
    ...(evidence && { evidence }),
    ...(key && { key }),
    ...(span >= 60_000 && { within: formatDuration(Math.round(span / 60_000) * 60_000) }),
  }
}

/** A kept checklist is called otherwise, or is for others. */
export async function changeKeptChecklist(
  desk: Reading,
  caller: Caller,
  id: number,
  { name, team }: { name?: string; team?: string | null },
): Promise<void> {
  const row = await keptOf(desk.db, id)
  refuseOthers(caller, row.team)
  if (team !== undefined) {
    refuseOthers(caller, team)
    await checkTeam(desk, team)
  }
  await desk.db
    .updateTable('kept_checklist')
    .set({ ...(name !== undefined && { name: named(name) }), ...(team !== undefined && { team }) })
    .where('id', '=', id)
    .$if(name === undefined && team === undefined, (query) => query.set({ id }))
    .execute()
}

/** Tickets that have it keep their tasks. */
export async function dropKeptChecklist(desk: Reading, caller: Caller, id: number): Promise<void> {
  const row = await keptOf(desk.db, id)
  refuseOthers(caller, row.team)
  await desk.db.deleteFrom('kept_checklist').where('id', '=', id).execute()
}

/**
 * The checklist that somebody has chosen: one of the edition in force, or one that is kept.
 * @throws Refused where there is none, or it is kept for a team of others
 */
export async function chosenChecklist(desk: Reading, caller: Caller, id: string): Promise<Checklist> {
  const kept = KEPT.exec(id)
  if (kept) {
    const one = await keptChecklist(desk.db, Number(kept[1]))
    if (one && (!one.team || caller.teams.includes(one.team) || caller.rights.has('changeDesign'))) return one
  } else {
    const { design } = await desk.knowledge.currentEdition()
    const found = design.checklists.find((one) => one.id === id)
    if (found) return found
  }
  throw new Refused('invalid', 'There is no such checklist.', [
    { field: 'checklist', message: 'choose one of those that are offered' },
  ])
}
