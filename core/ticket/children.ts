import { valueOf } from '../condition'
import type { CompiledDesign } from '../design'
import { ticketFacts } from '../facts'
import type { Answers } from '../intake'
import { isOpen, type TicketTask } from '../plan'
import type { Change } from './change'
import type { Command } from './command'
import { fail, waitingFor } from './outside'
import { followedPlan, planTask, PLANS } from './planFollowed'
import type { TicketState } from './state'

// Tickets of their own that do a task in the plan of another one: each has its queue, its people and its promises.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** A ticket that is to be logged for a task, and by which key it is known that it was. */
export interface ChildWanted {
  command: Omit<Of<'log'>, 'kind' | 'reference'>
  key: string
}

/**
 * What is to be logged for a task of a plan.
 * @param number of the asking
 * @returns undefined where nothing is any more: it is there, was asked for anew, or is not needed
 */
export function childWanted(
  state: TicketState,
  design: CompiledDesign,
  { run: id, task: taskId, number }: { run: number; task: string; number: number },
): ChildWanted | undefined {
  const followed = followedPlan(state, design, id)
  const one = followed?.run.tasks[taskId]
  const task = followed && planTask(followed.plan, taskId)
  if (task?.do !== 'ticket' || !isOpen(one) || one.outside?.number !== number) return undefined
  if (one.outside.ticket !== undefined) return undefined
  const { reference, portal, requester, agreement, item, summary, partOf } = state
  return {
    key: one.outside.key,
    command: {
      ...{ item: task.item, portal, channel: 'desk', requester },
      summary: `${task.text}: ${summary}`,
      answers: passedOn(state, design, task),
      ...(agreement !== null && { agreement }),
      ...(!task.shown && { internal: true }),
      partOf: { parent: reference, run: id, task: taskId, items: [...(partOf?.items ?? []), item] },
    },
  }
}

/** The answers that it is given beforehand; what is not known is not answered. */
function passedOn(state: TicketState, design: CompiledDesign, { passes = [] }: TicketTask): Answers {
  const facts = ticketFacts(state, design)
  const given = passes.map(({ question, fact }) => [question, valueOf(facts, fact) ?? undefined] as const)
  return Object.fromEntries(given.filter(([, value]) => value !== undefined)) as Answers
}

/** The ticket that does a task is there. */
export function childLogged(
  change: Change,
  { run, task: id, number, child, expected }: Of<'childLogged'>,
): void {
  const found = askedAs(change, run, id, number)
  if (found && found.one.outside?.ticket === undefined)
    change.enter(
      {
        ...{ kind: 'childLogged', run, task: id, text: found.task.text, child },
        ...(expected !== undefined && { expected }),
      },
      PLANS,
    )
  const { links = [] } = change.state
  if (!links.some((one) => one.reference === child))
    change.enter({ kind: 'linked', to: child, as: 'child' }, PLANS)
}

/** It could not be logged; somebody has to see to it. */
export function childRefused(change: Change, { run, task: id, number, said }: Of<'childRefused'>): void {
  const found = askedAs(change, run, id, number)
  if (found && found.one.outside?.fault === undefined)
    fail(change, found, found.task, { is: 'notDone', said })
}

function askedAs(change: Change, run: number, id: string, number: number) {
  const found = waitingFor(change, (one) => isOpen(one) && one.outside?.number === number)
  return found?.run.id === run && found.task.id === id ? found : undefined
}

/** The ticket that does a task is done, or somebody has opened it again. */
export function hearOfChild(change: Change, { child, done }: Of<'hearOfChild'>): void {
  const found = waitingFor(change, (one) => one.outside?.ticket === child)
  if (!found) return
  const { run, task, one } = found
  const named = { run: run.id, task: task.id, text: task.text }
  if (done && isOpen(one)) change.enter({ kind: 'planTaskEnded', ...named, how: 'done' }, PLANS)
  // What was gone on with since stays; it is waited for again where its plan is still under way.
  if (!done && one.end?.how === 'done' && !run.ended)
    change.enter({ kind: 'planTaskReopened', ...named }, PLANS)
}
