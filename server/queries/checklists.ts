import type { Selectable } from 'kysely'
import { Refused } from '../../core/ticket'
import { DAY } from '../../core/time'
import { countTasks, type Checklist, type ListedTask, type TaskCounts } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import type { Tables } from '../db/tables'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'

/** The id of a checklist that was kept from a ticket. */
export const KEPT = /^kept:(\d{1,12})$/

type KeptRow = Selectable<Tables['kept_checklist']>

const checklistOf = ({ id, name, team, tasks }: KeptRow): Checklist => ({
  ...{ id: `kept:${id}`, name },
  ...(team !== null && { team }),
  tasks: tasks as ListedTask[],
})

/** A kept checklist; nothing where it is gone. */
export async function keptChecklist(db: Database, id: number): Promise<Checklist | undefined> {
  const row = await db.selectFrom('kept_checklist').selectAll().where('id', '=', id).executeTakeFirst()
  return row && checklistOf(row)
}

/** @throws Refused where it is gone */
export async function keptOf(db: Database, id: number): Promise<KeptRow> {
  const row = await db.selectFrom('kept_checklist').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row) throw new Refused('missing', 'This checklist is not there any more.')
  return row
}

/** The kept checklists that somebody is offered: those for everybody and of their teams; all of them to whoever changes the design. */
export async function keptFor(desk: Reading, { teams, rights }: Pick<Caller, 'teams' | 'rights'>) {
  const rows = await desk.db.selectFrom('kept_checklist').selectAll().orderBy('name').orderBy('id').execute()
  const directory = await desk.knowledge.directory()
  return rows
    .filter(({ team }) => team === null || teams.includes(team) || rights.has('changeDesign'))
    .map((row) => ({
      number: row.id,
      list: checklistOf(row),
      by: directory.nameOf(row.kept_by),
      at: row.kept_at,
      teamName: row.team === null ? null : (directory.teams.get(row.team)?.name ?? row.team),
    }))
}

/** For how many days back tasks are counted. */
const COUNTED_DAYS = 90
/** Most tasks that are counted, the newest first. */
const MOST_COUNTED = 50_000

/**
 * What became of the tasks of checklists that came within the last ninety days.
 * @returns by checklist, and by what each of its tasks is counted as
 */
export async function checklistCounts(desk: Reading): Promise<{ days: number; lists: TaskCounts }> {
  const rows = await desk.db
    .selectFrom('ticket_task')
    .select(['list', 'counted', 'came_at as came', 'done_at as done', 'left_at as left'])
    .where('list', '<>', '')
    .where('came_at', '>=', deskNow() - COUNTED_DAYS * DAY)
    .orderBy('came_at', 'desc')
    .limit(MOST_COUNTED)
    .execute()
  const edition = await desk.knowledge.currentEdition()
  const hours = edition.calendar(edition.design.desk.calendar)
  return { days: COUNTED_DAYS, lists: countTasks(rows, hours) }
}
