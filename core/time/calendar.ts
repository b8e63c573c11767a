import { DAY } from './instant'
import { Zone } from './zone'

/** Hours on one day of the week; when `to` is not after `from` they end on the next day. */
export interface WeeklySpan {
  /** ISO 8601: 1 is Monday, 7 is Sunday. */
  day: number
  /** Local time of day, `09:00`. */
  from: string
  /** Local time of day, at most `24:00`. */
  to: string
}

export interface DaySpan {
  from: string
  to: string
}

/** A dated exception: shut (all day or for part), or open beyond the weekly hours, or both. */
export interface CalendarException {
  /** Local date, `2026-12-25`. */
  date: string
  name: string
  shut?: 'all day' | DaySpan[]
  open?: DaySpan[]
}

/** Working hours as a person writes them down. */
export interface Calendar {
  id: string
  name: string
  /** IANA zone in which the hours are meant. */
  zone: string
  week: WeeklySpan[]
  exceptions: CalendarException[]
}

/** The week of a calendar that is always open. */
export const ROUND_THE_CLOCK: WeeklySpan[] = [1, 2, 3, 4, 5, 6, 7].map((day) => ({
  day,
  from: '00:00',
  to: '24:00',
}))

/** The same hours on several days of the week. */
export function weekly(days: number[], from: string, to: string): WeeklySpan[] {
  return days.map((day) => ({ day, from, to }))
}

export interface CalendarProblem {
  /** Where it is, such as `week[2].to`. */
  place: string
  message: string
}

const TIME = /^([01]\d|2[0-3]):([0-5]\d)$|^24:00$/

/**
 * Minutes from midnight.
 * @throws RangeError when it is no time of day such as 09:00, or 24:00 for the end of a day
 */
export function minuteOfDay(time: string): number {
  if (!TIME.test(time)) throw new RangeError(`“${time}” is not a time of day; write it like 09:00`)
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3))
}

/**
 * Days from 1970-01-01 to a local date.
 * @throws RangeError when there is no such date
 */
export function dayNumberOf(date: string): number {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(date)
  const [year, month, day] = match ? match.slice(1).map(Number) : []
  const at = match ? Date.UTC(year!, month! - 1, day!) : Number.NaN
  if (!match || new Date(at).toISOString().slice(0, 10) !== date)
    throw new RangeError(`“${date}” is not a date; write it like 2026-12-25`)
  return at / DAY
}

/** Finds what is wrong with a calendar, each with its place; an empty list means that it can be compiled. */
export function checkCalendar(calendar: Calendar): CalendarProblem[] {
  const problems: CalendarProblem[] = []
  const check = (place: string, test: () => void) => {
    try {
      test()
    } catch (error) {
      problems.push({ place, message: (error as Error).message })
    }
  }
  check('zone', () => Zone.of(calendar.zone))
  calendar.week.forEach((span, index) => {
    check(`week[${index}].from`, () => minuteOfDay(span.from))
    check(`week[${index}].to`, () => minuteOfDay(span.to))
    if (!Number.isInteger(span.day) || span.day < 1 || span.day > 7)
      problems.push({ place: `week[${index}].day`, message: 'a day of the week is 1 (Monday) to 7 (Sunday)' })
  })
  calendar.exceptions.forEach((exception, index) => {
    const place = `exceptions[${index}]`
    check(`${place}.date`, () => dayNumberOf(exception.date))
    const spans = [...(Array.isArray(exception.shut) ? exception.shut : []), ...(exception.open ?? [])]
    for (const span of spans)
      check(place, () => {
        if (minuteOfDay(span.to) <= minuteOfDay(span.from))
          throw new RangeError(`${span.from}–${span.to} ends before it starts`)
      })
  })
  if (problems.length === 0) problems.push(...overlaps(calendar.week))
  return problems
}

function overlaps(week: WeeklySpan[]): CalendarProblem[] {
  const spans = week
    .map((span, index) => {
      const start = (span.day - 1) * 1440 + minuteOfDay(span.from)
      const length = (minuteOfDay(span.to) - minuteOfDay(span.from) + 1440) % 1440 || 1440
      return { start, end: start + length, index }
    })
    .sort((a, b) => a.start - b.start)
  return spans.flatMap((span, i) => {
    const next = spans[i + 1] ?? { ...spans[0]!, start: spans[0]!.start + 7 * 1440 }
    return span.end > next.start && spans.length > 1
      ? [{ place: `week[${next.index}]`, message: `overlaps with week[${span.index}]` }]
      : []
  })
}
