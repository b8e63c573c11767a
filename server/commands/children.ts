import { dueAt } from '../../core/clock'
import { childWanted, Refused, type TicketState } from '../../core/ticket'
import { findState } from '../queries/ticketState'
import { isDone, type ChildHeard, type ChildToLog } from '../delivery/childJobs'
import type { Desk } from './desk'

// Tickets of their own for tasks of plans. Each half is done in a transaction of its own: the worker may be killed between
// them, and whatever is done twice is known by its key.

const PLANS = { system: 'plans' }

/** Logs the ticket that does a task, and tells the ticket that asked for it. */
export async function logChild(desk: Desk, { reference, run, task, number }: ChildToLog): Promise<void> {
  const state = await findState(desk, reference)
  if (!state) return
  const wanted = childWanted(state, await desk.knowledge.editionOf(state), { run, task, number })
  if (!wanted) return
  try {
    const child =
      (await loggedBefore(desk, wanted.key)) ?? (await desk.log(wanted.command, PLANS, wanted.key)).state
    const expected = await promisedFor(desk, child)
    await desk.run(
      reference,
      {
        ...{ kind: 'childLogged', run, task, number, child: child.reference },
        ...(expected !== undefined && { expected }),
      },
      PLANS,
    )
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    await desk.run(reference, { kind: 'childRefused', run, task, number, said: saidOf(error) }, PLANS)
  }
}

/** What was refused, and each part of it. */
export const saidOf = ({ message, fields }: Refused): string =>
  [message, ...fields.map((one) => `${one.field}: ${one.message}`)].join(' ').slice(0, 300)

/** The worker was killed after it was logged: whatever has changed since, it is this one. */
async function loggedBefore(desk: Desk, key: string): Promise<TicketState | undefined> {
  const row = await desk.db
    .selectFrom('request_key')
    .select('reference')
    .where('person', '=', PLANS.system)
    .where('key', '=', key)
    .executeTakeFirst()
  return row && findState(desk, row.reference)
}

/** When it is promised to be solved. */
async function promisedFor(desk: Desk, state: TicketState): Promise<number | undefined> {
  const design = await desk.knowledge.editionOf(state)
  const clock = state.clocks.findLast((one) => one.target === 'resolve')
  return clock && dueAt(clock, design.hoursOf(clock))
}

/** Tells a ticket how the one that does a task of it stands now. */
export async function hearOfChild(desk: Desk, { reference, child }: ChildHeard): Promise<void> {
  const state = await findState(desk, child)
  if (!state) return
  const done = isDone(state, await desk.knowledge.editionOf(state))
  await desk.run(reference, { kind: 'hearOfChild', child, done }, PLANS)
}
