import { Refused, type Actor, type Command, type TicketState } from '../../core/ticket'
import type { Desk } from './desk'
import { lockedState } from './lockedState'
import { oneBy } from '../../core/lookup'

/** A ticket that could not be gathered, with why. */
export interface NotGathered {
  reference: number
  why: string
}

/**
 * Gathers tickets to a major incident, each with both its halves or not at all.
 * @returns how many belong to it now, and which could not be gathered
 */
export async function gatherTickets(
  desk: Desk,
  major: number,
  references: readonly number[],
  actor: Actor,
  evenDone = false,
): Promise<{ gathered: number; left: NotGathered[] }> {
  const left: NotGathered[] = []
  let gathered = 0
  for (const reference of new Set(references)) {
    try {
      await gatherOne(desk, major, reference, actor, evenDone)
      gathered++
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      left.push({ reference, why: error.message })
    }
  }
  if (!gathered && left.length)
    throw new Refused(
      'conflict',
      'None of these could be gathered.',
      left.map(({ reference, why }) => ({ field: 'tickets', message: `${reference}: ${why}` })),
    )
  return { gathered, left }
}

async function gatherOne(
  desk: Desk,
  major: number,
  child: number,
  actor: Actor,
  evenDone: boolean,
): Promise<void> {
  if (major === child) throw new Refused('invalid', 'It cannot belong to itself.')
  await desk.db.transaction().execute(async (trx) => {
    // Always in the order of their numbers, so that two of these never wait for each other.
    const states = new Map<number, TicketState>()
    for (const one of [major, child].sort((a, b) => a - b)) states.set(one, await lockedState(trx, one))
    const { requester, others = [] } = oneBy(states, child)
    const requesters = [requester, ...others]
    await desk.runWithin(trx, oneBy(states, major), { kind: 'gather', child, requesters }, actor)
    await desk.runWithin(trx, oneBy(states, child), { kind: 'follow', major, evenDone }, actor)
  })
  desk.announce(major)
  desk.announce(child)
}

/**
 * Everybody a major incident concerns is told how it stands: its own people, and the requesters of what it gathered
 * under the numbers of their own requests. All or nobody.
 */
export async function updateMajorIncident(
  desk: Desk,
  major: number,
  text: string,
  actor: Actor,
): Promise<void> {
  await withChildren(desk, major, { kind: 'updateMajor', text }, { kind: 'hearOfMajor', major, text }, actor)
}

/** Ends a major incident, and what it gathered with it. One that cannot be ended stays open and visible. */
export async function endMajorIncident(
  desk: Desk,
  major: number,
  text: string,
  actor: Actor,
): Promise<{ ended: number }> {
  const ended = await withChildren(
    desk,
    major,
    { kind: 'endMajor', text },
    { kind: 'endWithMajor', major, text },
    actor,
  )
  return { ended }
}

type Step = Exclude<Command, { kind: 'log' }>

/**
 * Does something to a major incident and something to each ticket that it gathered, in one transaction.
 * @returns to how many of the gathered ones something was done
 */
async function withChildren(desk: Desk, major: number, own: Step, each: Step, actor: Actor): Promise<number> {
  const changed = await desk.db.transaction().execute(async (trx) => {
    const before = await trx
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', major)
      .executeTakeFirst()
    const children = (before?.state.major?.children ?? []).map((one) => one.reference)
    const states = new Map<number, TicketState>()
    // Always in the order of their numbers, so that two of these never wait for each other.
    for (const one of [...new Set([major, ...children])].sort((a, b) => a - b))
      states.set(one, await lockedState(trx, one))
    await desk.runWithin(trx, oneBy(states, major), own, actor)
    const done: number[] = []
    for (const reference of children) {
      const state = oneBy(states, reference)
      const after = await desk.runWithin(trx, state, each, actor).catch((error: unknown) => {
        if (error instanceof Refused) return state
        throw error
      })
      if (after.sequence > state.sequence) done.push(reference)
    }
    return done
  })
  for (const one of [major, ...changed]) desk.announce(one)
  return changed.length
}
