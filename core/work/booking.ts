import type { Instant } from '../time'

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

export type BookingState = 'booked' | 'begun' | 'finished' | 'calledOff'

/** Whether a booking still takes its time. */
export const isBooked = ({ state }: Booking) => state === 'booked' || state === 'begun'
