import { minuteOfDay, type WeeklySpan } from './calendar'
import type { Interval } from './instant'
import { difference, normalise, union } from './intervals'
import { oneAt } from '../lookup'

const DAY_MINUTES = 1440
const WEEK_MINUTES = 7 * DAY_MINUTES

/** The open minutes of a week from Monday 00:00 on; hours that reach into the next week come round to its start. */
export function minutesOfWeek(week: readonly WeeklySpan[]): Interval[] {
  const spans = week.flatMap((span) => {
    const start = (span.day - 1) * DAY_MINUTES + minuteOfDay(span.from)
    const length = (minuteOfDay(span.to) - minuteOfDay(span.from) + DAY_MINUTES) % DAY_MINUTES || DAY_MINUTES
    const end = start + length
    return end <= WEEK_MINUTES
      ? [{ start, end }]
      : [
          { start, end: WEEK_MINUTES },
          { start: 0, end: end - WEEK_MINUTES },
        ]
  })
  return normalise(spans)
}

/** Writes open minutes of a week as spans, each within one day. */
export function weekOfMinutes(minutes: readonly Interval[]): WeeklySpan[] {
  return minutes.flatMap(({ start, end }) => {
    const spans: WeeklySpan[] = []
    for (let from = start; from < end;) {
      const midnight = (Math.floor(from / DAY_MINUTES) + 1) * DAY_MINUTES
      const to = Math.min(end, midnight)
      spans.push({ day: Math.floor(from / DAY_MINUTES) + 1, from: clock(from), to: clock(to, true) })
      from = to
    }
    return spans
  })
}

function clock(minute: number, isEnd = false): string {
  const inDay = minute % DAY_MINUTES
  if (isEnd && inDay === 0) return '24:00'
  return `${String(Math.floor(inDay / 60)).padStart(2, '0')}:${String(inDay % 60).padStart(2, '0')}`
}

/**
 * A week with one stretch of a day opened or shut; all else stays as it is, to the minute.
 * @param day ISO weekday
 * @param from minute of the day
 * @param to minute of the day, at most 1440
 */
export function paintWeek(
  week: readonly WeeklySpan[],
  day: number,
  from: number,
  to: number,
  open: boolean,
): WeeklySpan[] {
  const stretch = { start: (day - 1) * DAY_MINUTES + from, end: (day - 1) * DAY_MINUTES + to }
  const before = minutesOfWeek(week)
  return weekOfMinutes(open ? union(before, [stretch]) : difference(before, [stretch]))
}

const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** A week in words, days with the same hours together: `Mon–Fri 09:00–17:00; Sat 10:00–12:00`, `always open`. */
export function weekInWords(week: readonly WeeklySpan[]): string {
  const minutes = minutesOfWeek(week)
  if (minutes.length === 0) return 'never open'
  if (minutes.length === 1 && oneAt(minutes, 0).end - oneAt(minutes, 0).start === WEEK_MINUTES)
    return 'always open'
  const hours = NAMES.map((_, index) =>
    [...week]
      .filter((span) => span.day === index + 1)
      .sort((a, b) => minuteOfDay(a.from) - minuteOfDay(b.from))
      .map((span) => `${span.from}–${span.to}`)
      .join(', '),
  )
  const runs: { first: number; last: number; hours: string }[] = []
  hours.forEach((one, index) => {
    const run = runs[runs.length - 1]
    if (run && run.hours === one) run.last = index
    else runs.push({ first: index, last: index, hours: one })
  })
  return runs
    .filter((run) => run.hours)
    .map((run) => `${days(run.first, run.last)} ${run.hours}`)
    .join('; ')
}

function days(first: number, last: number): string {
  if (first === last) return oneAt(NAMES, first)
  return `${NAMES[first]}${last - first === 1 ? ', ' : '–'}${NAMES[last]}`
}

const SPAN = /^(\d{1,2}:\d\d)\s*(?:-|–|to)\s*(\d{1,2}:\d\d)$/i

/**
 * Reads a week as `weekInWords` writes it; hyphens and whole names of days will do as well.
 * @throws RangeError with what is not understood, and how to write it
 * @example parseWeek('Mon–Fri 09:00–17:00; Sat 10:00–12:00')
 */
export function parseWeek(text: string): WeeklySpan[] {
  const said = text.trim().toLowerCase()
  if (said === '' || said === 'never open') return []
  if (said === 'always open') return NAMES.map((_, index) => ({ day: index + 1, from: '00:00', to: '24:00' }))
  return said
    .split(';')
    .filter((part) => part.trim())
    .flatMap((part) => {
      const at = part.search(/\d/)
      const hours = (at < 0 ? '' : part.slice(at)).split(',').map((one) => spanOf(one.trim(), part))
      return daysOfWords(at < 0 ? part : part.slice(0, at), part).flatMap((day) =>
        hours.map(({ from, to }) => ({ day, from, to })),
      )
    })
    .sort((a, b) => a.day - b.day || minuteOfDay(a.from) - minuteOfDay(b.from))
}

const notUnderstood = (part: string) =>
  new RangeError(`“${part.trim()}” is not understood; write it like Mon–Fri 09:00–17:00; Sat 10:00–12:00`)

function spanOf(text: string, part: string): { from: string; to: string } {
  const match = SPAN.exec(text)
  if (!match) throw notUnderstood(part)
  const [from, to] = [oneAt(match, 1).padStart(5, '0'), oneAt(match, 2).padStart(5, '0')]
  for (const time of [from, to]) minuteOfDay(time)
  return { from, to }
}

function daysOfWords(text: string, part: string): number[] {
  const dayOf = (word: string) => {
    const at = NAMES.findIndex((name) => word.trim().startsWith(name.toLowerCase()))
    if (at < 0) throw notUnderstood(part)
    return at
  }
  return text.split(',').flatMap((run) => {
    const [first = '', last = first] = run.split(/-|–|\bto\b/)
    const [from, to] = [dayOf(first), dayOf(last)]
    // Sat–Mon goes round the end of the week.
    return Array.from({ length: ((to - from + 7) % 7) + 1 }, (_, step) => ((from + step) % 7) + 1)
  })
}
