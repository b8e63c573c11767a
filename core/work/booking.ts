import { MINUTE, type Instant } from '../time'

/** A fixed time: somebody expects the technician then, and it does not move by itself. */
export interface Booking {
  /** Sequence of the entry that made it. */
  id: number
  person: string
  from: Instant
  to: Instant
  what: string
  state: BookingState
}

/** What whoever is sent answers to an invitation; RFC 5545 §3.2.12 calls it so. */
export type BookingAnswer = 'accepted' | 'tentative' | 'declined'

/** A fixed time of a ticket, with what whoever has it answered. */
export interface StandingBooking extends Booking {
  answer?: BookingAnswer
}

export type BookingState = 'booked' | 'begun' | 'finished' | 'calledOff'

/** So long after its beginning a fixed time that nobody has begun is missed, in milliseconds. Common practice, no source. */
const MISSED_AFTER = 15 * MINUTE

/** When a fixed time is missed, if nobody begins it before: a quarter of an hour after its beginning, or at its end. */
export const missedAt = ({ from, to }: Pick<Booking, 'from' | 'to'>): Instant =>
  Math.min(to, from + MISSED_AFTER)

/** Whether a booking still takes its time. */
export const isBooked = ({ state }: Booking) => state === 'booked' || state === 'begun'
