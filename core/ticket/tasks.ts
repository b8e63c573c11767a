import { holds } from '../condition'
import { messageOf } from '../error/messageOf'
import { ticketFacts } from '../facts'
import { canonicalJson } from '../json'
import type { Alarm } from '../ladder'
import { momentAfter } from '../plan'
import type { Because } from '../reason'
import { parseDuration, type Instant } from '../time'
import {
  figureFault,
  isSettled,
  LONGEST_TASK,
  MOST_TASKS,
  type Checklist,
  type Evidence,
  type Given,
  type ListedTask,
  type Task,
} from '../work'
import type { Change } from './change'
import { Refused, type NewTask, type TaskChange } from './command'
import type { Actor, EntryBody } from './entry'
import { isDone } from './done'
import { setFields } from './fields'
import type { TicketState } from './state'
import { checkLine, nextId, personOf, workerOf } from './work'

// What is to do on a ticket, one by one, and the checklists that it came with.

/** Longest description of a task, in characters. */
const DESCRIPTION_LIMIT = 2000

/** Why a list came, and in whose name. */
interface Brought {
  because?: Because
  actor?: Actor
}

/**
 * Tasks that somebody has typed.
 * @throws Refused where there is none, one says nothing, or there is no room
 */
export function addTasks(change: Change, tasks: readonly NewTask[], brought: Brought = {}): void {
  if (!tasks.length)
    throw new Refused('invalid', 'There is no task.', [
      { field: 'tasks', message: 'please write what is to do' },
    ])
  refuseTooMany(change, tasks.length)
  enterTasks(
    change,
    tasks.map((one) => ({
      ...one,
      ...(one.person && { person: workerOf(change, one.person) }),
      ...(one.team && { team: teamOf(change, one.team) }),
      ...(one.evidence && { evidence: evidenceFor(change, one.evidence) }),
    })),
    brought,
  )
}

function refuseTooMany({ state }: Change, more: number): void {
  const had = state.tasks?.length ?? 0
  if (had + more > MOST_TASKS)
    throw new Refused('invalid', 'There are too many tasks on this ticket.', [
      { field: 'tasks', message: `a ticket has ${MOST_TASKS} tasks at most; ${had} are there` },
    ])
}

/**
 * All tasks of a checklist.
 * @returns their ids
 * @throws Refused where there is no room for them, or it is empty
 */
export function addChecklist(change: Change, list: Checklist, brought: Brought = {}): string[] {
  if (!list.tasks.length)
    throw new Refused('invalid', 'There is no task in this checklist.', [
      { field: 'checklist', message: 'choose another' },
    ])
  refuseTooMany(change, list.tasks.length)
  return enterTasks(change, list.tasks, { ...brought, list })
}

/**
 * A checklist that comes by itself. Nothing keeps the rest of what happens from happening: where there is no room for
 * it, that is noted; what is too long is cut, and what cannot be read is left out.
 */
export function bringChecklist(change: Change, list: Checklist, brought: Brought & { actor: Actor }): void {
  const tasks = list.tasks.flatMap((one) => readable(one))
  if (!tasks.length) return
  if ((change.state.tasks?.length ?? 0) + tasks.length <= MOST_TASKS)
    enterTasks(change, tasks, { ...brought, list })
  else
    change.enter(
      {
        kind: 'noted',
        text: `The checklist “${list.name}” was not added: a ticket has ${MOST_TASKS} tasks at most.`,
      },
      brought.actor,
    )
}

/** A task as far as it can be taken without anybody to ask: proofreading has told of the rest. */
function readable({ text, within, ...task }: ListedTask): ListedTask[] {
  const line = text.trim().replace(/\s+/g, ' ').slice(0, LONGEST_TASK)
  if (!line) return []
  return [{ ...task, text: line, ...(within !== undefined && isDuration(within) && { within }) }]
}

function isDuration(text: string): boolean {
  try {
    parseDuration(text)
    return true
  } catch {
    return false
  }
}

function enterTasks(
  change: Change,
  tasks: readonly NewTask[],
  { list, because, actor = change.context.actor }: Brought & { list?: Checklist },
): string[] {
  const { directory, now } = change
  const added = tasks.map((one, index): Task => {
    const { text, description, required, due, person, team, within, evidence, key } = one
    const at = due ?? (within === undefined ? undefined : dueAfter(change, now, within))
    return {
      ...{ id: `${nextId(change)}-${index + 1}`, text: checkLine(text, 'text') },
      ...withValue('description', description?.trim().slice(0, DESCRIPTION_LIMIT) || undefined),
      ...(required && { required }),
      ...withValue('due', at),
      // Who has left since the checklist was written leaves it to their team.
      ...(person && directory.people.get(person)?.active && { person }),
      ...(team && directory.teams.has(team) && { team }),
      ...withValue('evidence', evidence),
      ...withValue('key', key),
      ...(list && { checklist: list.name, list: list.id, ...(list.shown && { shown: true }) }),
      came: now,
    }
  })
  change.enter({ kind: 'tasksAdded', tasks: added, ...(because && { because }) }, actor)
  tellWhose(change, added)
  return added.map((one) => one.id)
}

/**
 * So much working time after a moment, in the hours of the desk.
 * @throws Refused where it is no duration
 */
function dueAfter({ design }: Change, from: Instant, within: string): Instant | undefined {
  try {
    return momentAfter(design.calendar(design.design.desk.calendar), from, within)
  } catch (error) {
    throw new Refused('invalid', 'This is no span of time.', [{ field: 'within', message: messageOf(error) }])
  }
}

/** Whoever has something to do hears of it, once for all that came together. */
function tellWhose(change: Change, tasks: readonly Task[]): void {
  const { by, directory } = change
  const people = new Set(tasks.flatMap(({ person }) => (person && person !== by ? [person] : [])))
  for (const person of people)
    change.tell([directory.people.get(person)], 'planTask', {
      text: tasks.flatMap((one) => (one.person === person ? [one.text] : [])).join('; '),
    })
}

/** The checklists that come by themselves to tickets such as this one; each comes once. */
export function bringChecklists(change: Change): void {
  const { state, design } = change
  // One that was accepted, taken back and accepted again has its tasks already.
  const has = new Set([...(state.lists ?? []), ...(state.tasks ?? []).map((one) => one.checklist)])
  const lists = design.design.checklists.filter(
    ({ id, name, when }) => when && !has.has(id) && !has.has(name),
  )
  if (!lists.length) return
  const facts = ticketFacts(state, design, change.now)
  for (const list of lists)
    if (holds(list.when!, facts)) {
      const because = change.because({ is: 'checklist', checklist: list.id })
      bringChecklist(change, list, { because, actor: { system: 'triage' } })
    }
}

/** What changes by which of the checklists that come by themselves are for a ticket. */
const TELLING: readonly EntryBody['kind'][] = ['resorted', 'fieldsSet', 'signalRepeated', 'formFilled']

/**
 * A ticket that is something else now gets the checklists for that. Those of a new one came as it was sorted.
 * @param from how many entries there were before
 */
export function bringWhereChanged(change: Change, before: TicketState | undefined, from: number): void {
  // Nobody is given something to do on a ticket that is done.
  if (!before || change.state.held || isDone(change.state, change.design)) return
  if (change.entries.slice(from).some(({ kind }) => TELLING.includes(kind))) bringChecklists(change)
}

/** A task is ticked, left out, opened again, or says something else. */
export function changeTask(change: Change, id: string, what: TaskChange): void {
  const before = taskOf(change, id)
  const {
    description,
    due: _,
    person,
    team,
    evidence,
    required,
    done: __,
    notNeeded: ___,
    ...others
  } = before
  const settled = settling(change, before, what)
  const task: Task = {
    ...others,
    ...(what.text !== undefined && { text: checkLine(what.text, 'text') }),
    ...withValue('description', described(what.description, description)),
    ...((what.required ?? required) && { required: true }),
    ...withValue('due', dueOf(change, before, what)),
    ...withValue('person', what.person === undefined ? person : what.person && workerOf(change, what.person)),
    ...withValue('team', what.team === undefined ? team : what.team && teamOf(change, what.team)),
    ...withValue(
      'evidence',
      what.evidence === undefined ? evidence : what.evidence && evidenceFor(change, what.evidence),
    ),
    ...settled,
  }
  if (canonicalJson(task) === canonicalJson(before)) return
  const { file } = what
  change.enter({ kind: 'taskChanged', task, ...(file && { attachments: [file] }) })
  if (task.person !== before.person && !isSettled(task)) tellWhose(change, [task])
}

function dueOf(change: Change, { due, came }: Task, what: TaskChange): Instant | null | undefined {
  if (what.within !== undefined) return dueAfter(change, came ?? change.now, what.within)
  return what.due === undefined ? due : what.due
}

const described = (now: string | undefined, before: string | undefined) =>
  now === undefined ? before : now.trim().slice(0, DESCRIPTION_LIMIT) || undefined

/** Whether it is done or not needed from now on, by whom and since when. */
function settling(change: Change, before: Task, what: TaskChange): Pick<Task, 'done' | 'notNeeded'> {
  const { done, notNeeded } = before
  const signed = () => ({ by: personOf(change), at: change.now })
  if (what.notNeeded !== undefined)
    return { notNeeded: { ...signed(), why: checkLine(what.notNeeded, 'notNeeded') } }
  if (what.done === false) return {}
  if (!what.done) return { ...withValue('done', done), ...withValue('notNeeded', notNeeded) }
  return { done: done ?? { ...signed(), ...withValue('given', givenFor(change, before, what)) } }
}

/**
 * What is given as a task is ticked.
 * @throws Refused where something is wanted that is not there, or does not do
 */
function givenFor(change: Change, { evidence }: Task, what: TaskChange): Given | undefined {
  if (!evidence) return undefined
  if (evidence.is === 'figure') {
    const { figure } = what
    const fault = figureFault(evidence, figure)
    if (fault !== undefined)
      throw new Refused('invalid', `The figure ${fault}.`, [{ field: 'figure', message: fault }])
    return { is: 'figure', figure: figure!, ...withValue('unit', evidence.unit) }
  }
  if (evidence.is === 'file') {
    if (!what.file)
      throw new Refused('invalid', 'A file belongs to this task.', [
        { field: 'file', message: 'please choose the file' },
      ])
    return { is: 'file', file: what.file.id, name: what.file.name }
  }
  const { field } = evidence
  if (what.value !== undefined) setFields(change, { kind: 'setFields', values: { [field]: what.value } })
  if (change.state.fields?.[field] === undefined) {
    const name = change.design.fields.get(field)?.label ?? field
    throw new Refused('invalid', `“${name}” is to be filled in before.`, [
      { field, message: 'please fill this in' },
    ])
  }
  return { is: 'field', field }
}

/** @throws Refused where it asks for what cannot be given */
function evidenceFor({ design, state }: Change, evidence: Evidence): Evidence {
  const refused = (message: string) =>
    new Refused('invalid', 'This cannot be given.', [{ field: 'evidence', message }])
  if (evidence.is === 'field' && !design.fieldsOf(state.kind).some((one) => one.name === evidence.field))
    throw refused('choose a field of the ticket')
  if (evidence.is === 'figure' && evidence.least !== undefined && figureFault(evidence, evidence.least))
    throw refused('no figure is within these limits; turn them round')
  return evidence
}

const withValue = <K extends string, V>(name: K, value: V | null | undefined) =>
  (value === null || value === undefined ? {} : { [name]: value }) as { [name in K]?: V }

/** @throws Refused where there is no such team */
function teamOf({ directory }: Change, id: string): string {
  if (!directory.teams.has(id))
    throw new Refused('invalid', 'There is no such team.', [
      { field: 'team', message: 'choose a team of the directory' },
    ])
  return id
}

export function dropTask(change: Change, id: string): void {
  const { text } = taskOf(change, id)
  change.enter({ kind: 'taskDropped', id, text })
}

/**
 * Tasks stand in another order.
 * @param order ids; those that it does not name stay behind them as they were
 * @throws Refused where one that it names is not there any more
 */
export function orderTasks(change: Change, order: readonly string[]): void {
  for (const id of order) taskOf(change, id)
  const ids = (change.state.tasks ?? []).map((one) => one.id)
  const first = [...new Set(order)]
  const next = [...first, ...ids.filter((id) => !first.includes(id))]
  if (next.join(' ') !== ids.join(' ')) change.enter({ kind: 'tasksOrdered', order: next })
}

function taskOf({ state }: Change, id: string): Task {
  const task = state.tasks?.find((one) => one.id === id)
  if (!task) throw new Refused('missing', 'This task is not on the ticket any more.')
  return task
}

/** When tasks of a ticket are late; each rings once for each time that it is due. */
export function taskAlarms(state: TicketState, design: Change['design']): Alarm[] {
  if (!state.tasks?.length || state.held || isDone(state, design)) return []
  return state.tasks
    .flatMap((one) =>
      one.due === undefined || isSettled(one) ? [] : [{ key: `task:${one.id}:${one.due}`, at: one.due }],
    )
    .filter(({ key }) => !state.rang.includes(key))
}

/** A task is late: whoever has it hears of it, or whoever leads its team, or has the ticket. */
export function ringTask(change: Change, alarm: string, id: string, dueAt: Instant): void {
  const { directory, state } = change
  const { text, person, team } = state.tasks!.find((one) => one.id === id)!
  const lead = team === undefined ? undefined : directory.teams.get(team)?.lead
  const whose = [person, lead, state.technician, directory.teams.get(state.team)?.lead].find(
    (one) => one && directory.people.get(one)?.active,
  )
  const told = whose ? [whose] : []
  change.enter({ kind: 'taskLate', alarm, task: id, text, dueAt, told }, { system: 'clock' })
  change.tell(
    told.map((one) => directory.people.get(one)),
    'planLate',
    { text },
  )
}
