import { DAY, HOUR, type Instant } from '../time'

interface Span {
  from: Instant
  to: Instant
}

/** What a strip of one day shows. */
export interface DayParts {
  /** The day itself, half open. */
  from: Instant
  until: Instant
  shifts: readonly Span[]
  records: readonly Span[]
  fixed: readonly Span[]
}

/** Most marks of hours on one strip. */
const MOST_MARKS = 25

/**
 * Which stretch of time a strip of one day shows, and where the marks of its hours stand: the working day and what
 * reaches beyond it, within the day and at most a day after it.
 * @param now desk time; 0 while it is not known yet
 */
export function dayStrip(
  { from, until, shifts, records, fixed }: DayParts,
  now: Instant,
): Span & { marks: Instant[] } {
  const within = (at: Instant) => Math.min(until + DAY, Math.max(from, at))
  const all = [
    ...shifts,
    ...records,
    ...fixed,
    ...(now >= from && now < until ? [{ from: now, to: now + HOUR }] : []),
  ]
  const first = within(Math.min(until - HOUR, ...all.map((one) => one.from)))
  const last = Math.max(first + HOUR, within(Math.max(from, ...all.map((one) => one.to))))
  const every = (last - first > 14 * HOUR ? 4 : 2) * HOUR
  const start = Math.ceil(first / HOUR) * HOUR
  const count = Math.min(MOST_MARKS, Math.max(0, Math.ceil((last - start) / every)))
  return { from: first, to: last, marks: Array.from({ length: count }, (_, index) => start + index * every) }
}
