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

/** What whoever is sent does one after the other, in this order. */
export const FIELD_STEPS = ['onWay', 'begun', 'done'] as const
export type FieldStep = (typeof FIELD_STEPS)[number]

/** Something that was used, and how much of it in words: `2`, `3 m`. */
export interface UsedPart {
  what: string
  count: string
}

/** What whoever was there says of it. */
export interface VisitReport {
  words: string
  parts: UsedPart[]
  /** Name of whoever of the customer signed. */
  signedBy?: string
  /** Ids of the files: a signature, and pictures. */
  signature?: string
  pictures: string[]
}

/** A fixed time of a ticket, with what has become of it since it was said. */
export interface StandingBooking extends Booking {
  answer?: BookingAnswer
  /** Whoever has it was told of it, since somebody else said so. */
  told?: true
  /** When whoever has it did what. */
  steps?: Partial<Record<FieldStep, Instant>>
  report?: VisitReport & { by: string; at: Instant }
}

/** A fixed time as it was said, without what has become of it. */
export const plainBooking = ({ id, person, from, to, what, state }: Booking): Booking => ({
  ...{ id, from, to, state, person, what },
})

export type BookingState = 'booked' | 'begun' | 'finished' | 'calledOff'

/** So long after its beginning a fixed time that nobody has begun is missed, in milliseconds. Common practice, no source. */
const MISSED_AFTER = 15 * MINUTE

/** When a fixed time is missed, if nobody begins it before: a quarter of an hour after its beginning, or at its end. */
export const missedAt = ({ from, to }: Pick<Booking, 'from' | 'to'>): Instant =>
  Math.min(to, from + MISSED_AFTER)

/** Whether a booking still takes its time. */
export const isBooked = ({ state }: Booking) => state === 'booked' || state === 'begun'
