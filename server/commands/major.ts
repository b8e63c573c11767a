import { Refused, type Actor, type TicketState } from '../../core/ticket'
import { lockedState, type Desk } from './desk'

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
): Promise<{ gathered: number; left: NotGathered[] }> {
  const left: NotGathered[] = []
  let gathered = 0
  for (const reference of new Set(references)) {
    try {
      await gatherOne(desk, major, reference, actor)
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

async function gatherOne(desk: Desk, major: number, child: number, actor: Actor): Promise<void> {
  if (major === child) throw new Refused('invalid', 'It cannot belong to itself.')
  await desk.db.transaction().execute(async (trx) => {
    // Always in the order of their numbers, so that two of these never wait for each other.
    const states = new Map<number, TicketState>()
    for (const one of [major, child].sort((a, b) => a - b)) states.set(one, await lockedState(trx, one))
    const { requester, others = [] } = states.get(child)!
    const requesters = [requester, ...others]
    await desk.runWithin(trx, states.get(major)!, { kind: 'gather', child, requesters }, actor)
    await desk.runWithin(trx, states.get(child)!, { kind: 'follow', major }, actor)
  })
  desk.announce(major)
  desk.announce(child)
}

/** Ends a major incident; what it gathered ends with it, each ticket by itself. */
export async function endMajorIncident(
  desk: Desk,
  major: number,
  text: string,
  actor: Actor,
): Promise<{ ended: number }> {
  const state = await desk.run(major, { kind: 'endMajor', text }, actor)
  let ended = 0
  for (const { reference } of state.major?.children ?? []) {
    // One that cannot be ended, since somebody has moved it to where it cannot, stays open and visible.
    const done = await desk
      .run(reference, { kind: 'endWithMajor', major, text }, actor)
      .then(() => true)
      .catch((error: unknown) => {
        if (error instanceof Refused) return false
        throw error
      })
    if (done) ended++
  }
  return { ended }
}
