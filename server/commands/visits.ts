import { bookingOf } from '../../core/dispatch'
import { Refused } from '../../core/ticket'
import type { Booking } from '../../core/work'
import { loadTicket } from '../queries/tickets'
import { handAt } from '../queries/visits'
import type { Desk } from './desk'
import { placeJob } from './dispatch'

/** What a requester says of a visit that they read of. */
export interface VisitAnswer {
  reference: number
  job: number
  says: 'suits' | 'other' | 'off'
  /** The fixed time as they read it. */
  booking: number
  from: number
  /** The other time that they choose. */
  at?: number
}

const moved = () =>
  new Refused(
    'conflict',
    'The time of this visit has changed meanwhile, or that time is no longer free.',
    [],
    'visitMoved',
  )

/** The fixed time of a visit as its requester knows it. @throws Refused where it is another by now, or has begun */
async function asRead(desk: Desk, { reference, job, booking, from }: VisitAnswer): Promise<Booking> {
  const found = (await loadTicket(desk, reference))?.state
  const wanted = found?.jobs?.find((one) => one.id === job)
  const stands = wanted && bookingOf(wanted, found?.bookings)
  if (!wanted?.heard || stands?.id !== booking || stands.from !== from || stands.state !== 'booked')
    throw moved()
  return stands
}

/**
 * The requester confirms a visit, chooses another of the times that are free, or calls it off.
 * @throws Refused when it is another time by now, it has begun, or what they choose is not free any more
 */
export async function answerVisit(desk: Desk, answer: VisitAnswer, person: string): Promise<void> {
  const { reference, job, says, booking, from, at } = answer
  const actor = { person }
  if (says === 'suits') {
    await desk.run(reference, { kind: 'confirmVisit', id: job, now: { booking, from } }, actor)
    return
  }
  const stands = await asRead(desk, answer)
  if (says === 'off') {
    await desk.run(reference, { kind: 'changeJob', id: job, calledOff: true }, actor)
    return
  }
  const hand = at === undefined ? undefined : await handAt(desk, { reference, job }, at)
  if (at === undefined || hand === undefined) throw moved()
  const now = { booking, person: stands.person, from }
  await placeJob(desk, { reference, job, person: hand, from: at, now, tell: true }, actor)
  await desk.run(reference, { kind: 'confirmVisit', id: job, now: { booking, from: at } }, actor)
}
