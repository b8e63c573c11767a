import { DAY, Zone, dayNumberOf, isoDate, type Instant } from '../time'

/** The days of an agreement, first and last included, as the desk's zone counts them. */
export interface Days {
  first: string
  last: string
}

const dateOf = (dayNumber: number) => new Date(dayNumber * DAY).toISOString().slice(0, 10)

/** A period as instants: from the first moment of its first day up to the first moment after its last. */
export function periodOf({ first, last }: Days, zone: string): { starts: Instant; ends: Instant } {
  const at = Zone.of(zone)
  return {
    starts: at.instantOfWall(dayNumberOf(first) * DAY),
    ends: at.instantOfWall((dayNumberOf(last) + 1) * DAY),
  }
}

/** The days of a period. */
export function daysOf({ starts, ends }: { starts: Instant; ends: Instant }, zone: string): Days {
  return { first: isoDate(starts, zone), last: isoDate(ends - 1, zone) }
}

/**
 * The last day of a year that begins on a date: the day before the same date a year later. A year from the leap day
 * ends on 28 February. That an agreement runs a year unless changed is common practice.
 * @throws RangeError when it is no date
 */
export function yearFrom(first: string): string {
  dayNumberOf(first)
  const [year, month, day] = first.split('-').map(Number) as [number, number, number]
  const next = Date.UTC(year + 1, month - 1, day) / DAY
  // The leap day has no like in the next year: the first of March stands for it, so the last day is the 28th.
  return dateOf(next - 1)
}

export type Standing = 'covered' | 'expired' | 'toCome'

/** Whether a period lasts at a moment, has ended or is still to come. */
export function standingAt({ starts, ends }: { starts: Instant; ends: Instant }, at: Instant): Standing {
  if (at < starts) return 'toCome'
  return at < ends ? 'covered' : 'expired'
}
