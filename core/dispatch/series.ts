import { dayNumberOf, daysOfRule, parseYearlyRule, type Instant, type Zone, DAY } from '../time'

/** A series without an end is made so many years ahead, and of so many jobs at most. Common practice, no source. */
export const SERIES_YEARS = 5
export const MOST_IN_SERIES = 24

/** When the jobs of a series may be done. */
export interface Window {
  earliest: Instant
  latest: Instant
}

/** Every so many years, in some months, on a weekday of each: the first to the fourth, or the last. */
export interface Repeats {
  everyYears: number
  /** 1 is January. */
  months: readonly number[]
  /** 1 is the first of the month, -1 the last. */
  nth: number
  /** As RFC 5545 names it: MO to SU. */
  weekday: string
  /** How many jobs there are; as many as fit if left out. */
  count?: number
}

/**
 * A rule of RFC 5545 that says so.
 * @example ruleOf({ everyYears: 1, months: [3, 9], nth: 1, weekday: 'MO' })
 *   // FREQ=YEARLY;BYMONTH=3,9;BYDAY=1MO
 */
export function ruleOf({ everyYears, months, nth, weekday, count }: Repeats): string {
  return [
    'FREQ=YEARLY',
    ...(everyYears > 1 ? [`INTERVAL=${everyYears}`] : []),
    ...(months.length ? [`BYMONTH=${[...months].sort((a, b) => a - b).join(',')}`] : []),
    `BYDAY=${nth}${weekday}`,
    ...(count === undefined ? [] : [`COUNT=${count}`]),
  ].join(';')
}

/**
 * When each job of a series may be done: from each day that a rule names, for so many days.
 * @param rule of RFC 5545, such as `FREQ=YEARLY;BYMONTH=3,9;BYDAY=1MO`
 * @param first local date from which on it counts
 * @param days how many days there are for each, from 1
 * @throws RangeError where the rule cannot be read, or names no day
 */
export function seriesOf(rule: string, first: string, days: number, zone: Zone): Window[] {
  const begin = dayNumberOf(first)
  const named = daysOfRule(parseYearlyRule(rule), begin, begin, begin + SERIES_YEARS * 366)
  if (!named.length) throw new RangeError(`“${rule}” names no day within ${SERIES_YEARS} years`)
  return named.slice(0, MOST_IN_SERIES).map((day) => ({
    earliest: zone.instantOfWall(day * DAY),
    latest: zone.instantOfWall((day + days) * DAY),
  }))
}
