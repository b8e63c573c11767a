import { standingOf } from '../dispatch'
import type { Instant } from '../time'
import { isBooked } from '../work'
import type { TicketState } from './state'

/** How a ticket stands with Dispatch, as any list shows it. */
export interface PlacedAt {
  /** The first of its fixed times that is not over. */
  next: { person: string; from: Instant; isBegun: boolean } | null
  /** Since when something of it wants somebody and a time; 0 for always, null where nothing does. */
  wantsFrom: Instant | null
}

/** @returns null where nothing of it is placed, or wants to be */
export function placedOf({
  jobs = [],
  bookings = [],
}: Pick<TicketState, 'jobs' | 'bookings'>): PlacedAt | null {
  const [first] = bookings.filter(isBooked).sort((a, b) => a.from - b.from)
  const open = jobs.filter((one) => standingOf(one, bookings) === 'open').map((one) => one.earliest ?? 0)
  if (!first && !open.length) return null
  return {
    next: first ? { person: first.person, from: first.from, isBegun: first.state === 'begun' } : null,
    wantsFrom: open.length ? Math.min(...open) : null,
  }
}
