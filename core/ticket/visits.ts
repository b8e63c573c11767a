import { bookingOf, type WantedJob } from '../dispatch'
import { REQUESTER } from '../rights'
import { timeOfDay, type Instant } from '../time'
import { momentSaid, type Language } from '../words'
import { isBooked, type Booking } from '../work'
import type { Change } from './change'
import { inviteOf } from './invite'
import type { TicketState } from './state'

// What a requester is told of a visit: when somebody comes, that it is another time, and that nobody does.

type Said = 'visitPlaced' | 'visitMoved' | 'visitOff' | 'visitOnWay'

/**
 * Tells the requester of a ticket of a visit; what they change themselves as well, so that their calendar hears of it.
 * @returns whether there is a requester who is told of such things
 */
export function tellVisit(change: Change, booking: Booking, template: Said): boolean {
  const { person, from, to } = booking
  const { directory, state, now } = change
  const requester = directory.people.get(state.requester)
  if (requester?.role !== REQUESTER || !requester.active || state.held) return false
  const { zone } = requester
  const text = (language: Language) =>
    `${momentSaid(from, zone, now, language)}–${timeOfDay(to, zone)} (${zone}), ${directory.nameOf(person)}`
  // What calendars have stays as it is when somebody sets out.
  const invite =
    template === 'visitOnWay'
      ? undefined
      : inviteOf(change, booking, template === 'visitOff' ? true : undefined)
  change.tell([requester], template, (language) => ({ text: text(language) }), invite && { invite })
  return true
}

/** Somebody has set out to them. */
export const tellOnWay = (change: Change, booking: Booking): boolean =>
  tellVisit(change, booking, 'visitOnWay')

/** What the requester knows of a job that was placed or moved; they are told where that is another time than they know. */
export function heardOf(change: Change, job: WantedJob, booking: Booking): WantedJob['heard'] {
  if (!job.visit) return undefined
  const { heard } = job
  const isKnown = heard?.booking === booking.id && heard.from === booking.from
  if (isKnown) return heard
  const isMoved = heard !== undefined
  return tellVisit(change, booking, isMoved ? 'visitMoved' : 'visitPlaced')
    ? { booking: booking.id, from: booking.from }
    : undefined
}

/** A visit as its requester reads it. */
export interface VisitShown {
  job: number
  booking: number
  from: Instant
  to: Instant
  /** Id of whoever comes. */
  person: string
  suits: boolean
  /** They said from their calendar that it does not. */
  declined: boolean
  begun: boolean
}

/** The visits that the requester of a ticket knows of and that are still to come, or go on. */
export const visitsShown = ({ jobs = [], bookings }: Pick<TicketState, 'jobs' | 'bookings'>): VisitShown[] =>
  jobs.flatMap((job) => {
    const booking = bookingOf(job, bookings)
    if (!job.heard || !booking || !isBooked(booking)) return []
    const { id, from, to, person, state } = booking
    const { suits, from: known } = job.heard
    const isNow = known === from
    return [
      {
        ...{ job: job.id, booking: id, from, to, person },
        ...{ suits: isNow && suits === true, declined: isNow && suits === false, begun: state === 'begun' },
      },
    ]
  })
