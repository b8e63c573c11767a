import type { Instant } from '../time'
import { isBooked, type Booking } from '../work'
import type { Conflict } from './conflict'

/** Work on a ticket that wants somebody and a time: a visit, or work that is booked. */
export interface WantedJob {
  /** Sequence of the entry that made it. */
  id: number
  what: string
  /** In milliseconds. */
  takes: number
  /** Id of what whoever does it must know. */
  skill?: string
  /** Id of the site where it is done; nothing where that does not matter. */
  site?: string
  /** Before this it cannot begin. */
  earliest?: Instant
  /** By this it must have ended. */
  latest?: Instant
  /** Who must be there, in words. */
  meets?: string
  /** The requester is told when somebody comes, and may confirm, move or call it off. */
  visit?: true
  /** The time that the requester knows of, and whether it suits them. */
  heard?: { booking: number; from: Instant; suits?: boolean }
  /** The first of the jobs that repeat with it. */
  series?: number
  /** The fixed time by which it is placed. */
  booking?: number
  /** Why it stands where it does although that speaks against it. */
  insisted?: Insisted
  /** Whoever has it is told later. */
  untold?: true
  calledOff?: true
}

export interface Insisted {
  why: string
  against: Conflict[]
}

/** What of a job can be said and changed. */
export type JobWords = Pick<
  WantedJob,
  'what' | 'takes' | 'skill' | 'site' | 'earliest' | 'latest' | 'meets' | 'visit'
>

/** What was done with a job, as the record says it. */
export type JobDeed =
  'changed' | 'placed' | 'moved' | 'freed' | 'told' | 'split' | 'suits' | 'suitsNot' | 'calledOff'

export const JOB_STANDINGS = ['open', 'placed', 'begun', 'done', 'calledOff'] as const
/** Whether somebody is to be found for it, has it, is at it, or it is over. */
export type JobStanding = (typeof JOB_STANDINGS)[number]

/** The fixed time by which a job is placed, if it still is. */
export const bookingOf = ({ booking }: WantedJob, bookings: readonly Booking[] = []): Booking | undefined =>
  bookings.find((one) => one.id === booking && one.state !== 'calledOff')

/** How a job stands, which follows from its fixed time: one that is called off leaves the job open again. */
export function standingOf(job: WantedJob, bookings: readonly Booking[] = []): JobStanding {
  if (job.calledOff) return 'calledOff'
  const booking = bookingOf(job, bookings)
  if (!booking) return 'open'
  if (!isBooked(booking)) return 'done'
  return booking.state === 'begun' ? 'begun' : 'placed'
}
