import { keptValue, misfit, type FieldValue } from '../fields'
import {
  isOpen,
  MOST_DEEP,
  partOf,
  type AnswerRead,
  type CallAnswer,
  type CallTask,
  type OutsideFault,
  type PlanTask,
  type TaskRun,
} from '../plan'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { against, enterFields } from './fields'
import { planTask, PLANS, followedPlans, runningPlan, type Followed } from './planFollowed'
import type { TicketState } from './state'
import { personOf } from './work'

// What plans ask of other systems, and of other tickets.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Another system is called for a task, or a ticket of its own is asked for. */
export function askOutside(
  change: Change,
  followed: Followed,
  task: PlanTask,
  what: { webhook: string } | { item: string },
): void {
  const { run, edition } = followed
  const named = { run: run.id, task: task.id, text: task.text }
  // A repeat has the key of the first time, so that whoever has done it after all does not do it twice.
  const key =
    change.state.plans?.find(({ id }) => id === run.id)?.tasks[task.id]?.outside?.key ||
    `${change.state.reference}-${run.id}-${change.state.sequence + 1}-${task.id}`
  if ('webhook' in what) {
    change.call(what.webhook, { text: task.text }, edition.design.webhooks, (message) => {
      const asked = { kind: 'outsideAsked', ...named, as: 'call', what: what.webhook, key } as const
      change.enter({ ...asked, ...(message !== undefined && { message }) }, PLANS)
      if (message === undefined) fail(change, followed, task, { is: 'notDone', said: 'no such system' })
    })
    return
  }
  const circle = circleTo(change.state, what.item)
  if (circle) return fail(change, followed, task, circle)
  change.enter({ kind: 'outsideAsked', ...named, as: 'ticket', what: what.item, key }, PLANS)
}

/** What a ticket was asked for by must not be asked for again, and not too far down either. */
function circleTo({ item, partOf: part }: TicketState, wanted: string): OutsideFault | undefined {
  const way = [...(part?.items ?? []), item]
  return way.includes(wanted) || way.length > MOST_DEEP
    ? { is: 'circle', said: [...way, wanted].join(' → ') }
    : undefined
}

/** It was not done: whoever has the task, or leads the team that has it, hears of it. */
export function fail(change: Change, { run }: Followed, task: PlanTask, fault: OutsideFault): void {
  const { directory, state } = change
  const { id, text } = task
  change.enter({ kind: 'outsideFailed', run: run.id, task: id, text, fault }, PLANS)
  const { person, team } = state.plans!.find((one) => one.id === run.id)!.tasks[id]!
  const whose = person ?? directory.teams.get(team ?? state.team)?.lead
  change.tell([directory.people.get(whose ?? '')], 'planTask', { text })
}

interface Waiting extends Followed {
  task: PlanTask
  one: TaskRun
}

/** The open task that waits for something outside. */
export function waitingFor(
  { state, design }: Pick<Change, 'state' | 'design'>,
  isIt: (one: TaskRun) => boolean,
): Waiting | undefined {
  for (const followed of followedPlans(state, design))
    for (const [id, one] of Object.entries(followed.run.tasks)) {
      const task = isIt(one) ? planTask(followed.plan, id) : undefined
      if (task) return { ...followed, task, one }
    }
  return undefined
}

/** The call that a message is, where a task still waits for its answer. */
function calledBy(change: Pick<Change, 'state' | 'design'>, message: string) {
  const found = waitingFor(change, (one) => isOpen(one) && one.outside?.message === message)
  return found?.task.do === 'call' ? { ...found, task: found.task } : undefined
}

/** What a task wants to read out of the answer to a message, and by which key a repeat of it is known. */
export function callOf(
  state: TicketState,
  design: Change['design'],
  message: string,
): { reads: readonly AnswerRead[]; key: string; edition: number } | undefined {
  const found = calledBy({ state, design }, message)
  return found && { reads: found.task.reads ?? [], key: found.one.outside!.key, edition: found.run.edition }
}

/** Another system has done what it was asked for: what it answered is read, and the task is over. */
export function hearAnswer(change: Change, message: string, answer: CallAnswer | undefined): void {
  const called = calledBy(change, message)
  if (!called) return
  const { task, run } = called
  const read = readAnswer(change, task, answer)
  if ('is' in read) return fail(change, called, task, read)
  const system = called.edition.design.webhooks.find((one) => one.id === task.webhook)?.name ?? task.webhook
  const why = change.because({ is: 'answeredBy', system, task: task.text })
  enterFields(change, read.values, why, PLANS)
  change.enter({ kind: 'planTaskEnded', run: run.id, task: task.id, text: task.text, how: 'done' }, PLANS)
}

function readAnswer(
  change: Change,
  { reads = [] }: CallTask,
  answer: CallAnswer | undefined,
): { values: Record<string, FieldValue> } | OutsideFault {
  const values: Record<string, FieldValue> = {}
  if (reads.length && !answer?.data) return { is: 'notData', said: answer?.type ?? '' }
  for (const { from, field: name } of reads) {
    const part = partOf(answer?.data, from)
    if (part === undefined) return { is: 'lacks', said: from }
    const field = change.design.fieldsOf(change.state.kind).find((one) => one.name === name)
    if (!field) return { is: 'misfit', said: `such tickets have no field “${name}”` }
    const value = typeof part === 'number' && field.type === 'text' ? String(part) : part
    const wrong = misfit(field, value, against(change))
    if (wrong !== undefined) return { is: 'misfit', said: `“${field.label}”: ${wrong}` }
    const kept = keptValue(value)
    if (kept !== null) values[name] = kept
  }
  return { values }
}

/** Another system was not reached, or refuses: the task is somebody's. */
export function missAnswer(change: Change, message: string, detail: string): void {
  const called = calledBy(change, message)
  if (called) fail(change, called, called.task, { is: 'notDone', said: detail })
}

/**
 * What the outside has not done is tried again.
 * @throws Refused where there is nothing to try again, or it is not theirs
 */
export function askAgain(change: Change, { run: id, task: taskId }: Of<'askAgain'>): void {
  const person = personOf(change)
  const theirs = change.state.plans?.find((one) => one.id === id)?.tasks[taskId]?.person === person
  if (!theirs && !change.directory.may(person, 'workTickets'))
    throw new Refused('missing', 'This task is somebody else’s, or not there any more.')
  const followed = runningPlan(change, id)
  const task = planTask(followed.plan, taskId)
  const one = followed.run.tasks[taskId]
  if (!task || !isOpen(one) || !one.outside?.fault)
    throw new Refused('conflict', 'There is nothing to try again: it is done, or under way.')
  if (task.do === 'call') askOutside(change, followed, task, { webhook: task.webhook })
  if (task.do === 'ticket') askOutside(change, followed, task, { item: task.item })
}
