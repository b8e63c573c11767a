import { MINUTE, parseDuration, type Instant } from '../time'

/** Time that somebody worked on a ticket. */
export interface TimeRecord {
  /** Sequence of the entry that made it. */
  id: number
  person: string
  from: Instant
  to: Instant
  /** Milliseconds that count, rounded by the rule of the desk. */
  counted: number
  what: string
}

/** A timer that runs: somebody works on a ticket just now. */
export interface Timer {
  person: string
  since: Instant
}

/** How time records are rounded. */
export interface Rounding {
  /** ISO 8601 duration: records are whole multiples of it. */
  step: string
  way: 'up' | 'nearest'
  /** ISO 8601 duration: no record counts for less. */
  least?: string
}

/** Where a desk says nothing: every minute begun counts. */
export const PLAIN_ROUNDING: Rounding = { step: 'PT1M', way: 'up' }

/**
 * What a stretch of work counts for.
 * @param worked milliseconds
 * @returns milliseconds, a whole multiple of the step
 * @throws RangeError when the step is not a duration above zero
 */
export function roundedTime(worked: number, { step, way, least }: Rounding): number {
  const unit = parseDuration(step)
  if (!(unit > 0)) throw new RangeError('time is rounded to a duration above zero, such as PT5M')
  const steps = way === 'up' ? Math.ceil(worked / unit) : Math.round(worked / unit)
  return Math.max(steps * unit, least === undefined ? 0 : parseDuration(least))
}

/** From how long on a timer that runs is asked about, wherever its person is: more than a long day. */
export const LONG_TIMER = 9 * 60 * MINUTE

/**
 * Until when a running timer was most likely meant to run.
 * @param shiftEnd when the shift ended in which it began; undefined when there was none
 * @returns the moment, and why it is asked about; undefined for a timer that nobody need ask about
 */
export function forgottenSince(
  timer: Timer,
  shiftEnd: Instant | undefined,
  now: Instant,
): { until: Instant; why: string } | undefined {
  if (shiftEnd !== undefined && shiftEnd > timer.since && now >= shiftEnd + 15 * MINUTE)
    return { until: shiftEnd, why: 'your shift ended' }
  if (now - timer.since >= LONG_TIMER) return { until: timer.since + LONG_TIMER, why: 'it ran a whole day' }
  return undefined
}

/** What is not done takes a little longer, however long was worked on it: common practice, no source. */
const LEAST_LEFT = 5 * MINUTE

/**
 * How long something still takes, in milliseconds.
 * @param takes how long all of it takes
 * @param worked what was worked on it already
 * @example leftToDo(60 * MINUTE, 45 * MINUTE) // 15 minutes
 */
export const leftToDo = (takes: number, worked: number): number =>
  Math.max(Math.min(takes, LEAST_LEFT), takes - worked)
