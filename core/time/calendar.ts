import { messageOf } from '../error/messageOf'
import { DAY } from './instant'
import { daysOfRule, parseYearlyRule } from './recurrence'
import { Zone } from './zone'
import { oneAt } from '../lookup'

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
  /** Local date, `2026-12-25`; of a repeated one the first. */
  date: string
  name: string
  /** Repeats year after year: an RFC 5545 rule such as `FREQ=YEARLY;BYMONTH=5;BYDAY=1MO`. */
  repeats?: string
  shut?: 'all day' | DaySpan[]
  open?: DaySpan[]
}

/** Weekly hours that hold from a date on, in place of those before. */
export interface LaterWeek {
  /** Local date. */
  from: string
  week: WeeklySpan[]
}

/** Working hours as a person writes them down. */
export interface Calendar {
  id: string
  name: string
  /** IANA zone in which the hours are meant. */
  zone: string
  /** Id of a calendar whose week (unless this one has its own) and exceptions hold here too, in this zone. */
  buildsOn?: string
  week: WeeklySpan[]
  laterWeeks?: LaterWeek[]
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

const notATime = (time: string) => `“${time}” is not a time of day; write it like 09:00`

const TIME = /^([01]\d|2[0-3]):([0-5]\d)$|^24:00$/

/**
 * Minutes from midnight.
 * @throws RangeError when it is no time of day such as 09:00, or 24:00 for the end of a day
 */
export function minuteOfDay(time: string): number {
  if (!TIME.test(time)) throw new RangeError(notATime(time))
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3))
}

/**
 * Days from 1970-01-01 to a local date.
 * @throws RangeError when there is no such date
 */
export function dayNumberOf(date: string): number {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(date)
  const at = match ? Date.UTC(Number(match[1]), Number(match[2]) - 1, Number(match[3])) : Number.NaN
  if (Number.isNaN(at) || new Date(at).toISOString().slice(0, 10) !== date)
    throw new RangeError(`“${date}” is not a date; write it like 2026-12-25`)
  return at / DAY
}

/**
 * A calendar with all it builds on written into it.
 * @param find gives a calendar by id
 * @throws RangeError when one is missing or the calendars build on each other in a circle
 */
export function flattenCalendar(
  calendar: Calendar,
  find: (id: string) => Calendar | undefined,
  above: string[] = [],
): Calendar {
  const { buildsOn, ...own } = calendar
  if (!buildsOn) return calendar
  const path = [...above, calendar.id]
  if (path.includes(buildsOn))
    throw new RangeError(`calendars build on each other in a circle: ${[...path, buildsOn].join(' → ')}`)
  const found = find(buildsOn)
  if (!found) throw new RangeError(`there is no calendar “${buildsOn}” to build on`)
  const base = flattenCalendar(found, find, path)
  const hasOwnWeek = own.week.length > 0
  return {
    ...own,
    week: hasOwnWeek ? own.week : base.week,
    laterWeeks: hasOwnWeek || own.laterWeeks?.length ? own.laterWeeks : base.laterWeeks,
    exceptions: [...base.exceptions, ...own.exceptions],
  }
}

/** Finds what is wrong with a calendar, each with its place; an empty list means that it can be compiled. */
export function checkCalendar(calendar: Calendar): CalendarProblem[] {
  const problems: CalendarProblem[] = []
  const check = (place: string, test: () => void) => {
    try {
      test()
    } catch (error) {
      problems.push({ place, message: messageOf(error) })
    }
  }
  check('zone', () => Zone.of(calendar.zone))
  const weeks = [
    { place: 'week', week: calendar.week },
    ...(calendar.laterWeeks ?? []).map(({ week }, index) => ({ place: `laterWeeks[${index}].week`, week })),
  ]
  for (const { place, week } of weeks) problems.push(...checkWeek(place, week))
  calendar.laterWeeks?.forEach(({ from }, index, all) => {
    check(`laterWeeks[${index}].from`, () => {
      const [day, before] = [dayNumberOf(from), all[index - 1]]
      if (before && day <= dayNumberOf(before.from))
        throw new RangeError(`${from} is not after ${before.from}; put later weeks in order`)
    })
  })
  calendar.exceptions.forEach((exception, index) => checkException(`exceptions[${index}]`, exception, check))
  return problems
}

function checkWeek(place: string, week: WeeklySpan[]): CalendarProblem[] {
  const problems = week.flatMap((span, index) => {
    const own = (['from', 'to'] as const)
      .filter((side) => !TIME.test(span[side]))
      .map((side) => ({ place: `${place}[${index}].${side}`, message: notATime(span[side]) }))
    if (!Number.isInteger(span.day) || span.day < 1 || span.day > 7)
      own.push({
        place: `${place}[${index}].day`,
        message: 'a day of the week is 1 (Monday) to 7 (Sunday)',
      })
    return own
  })
  return problems.length ? problems : overlaps(place, week)
}

function checkException(
  place: string,
  exception: CalendarException,
  check: (place: string, test: () => void) => void,
): void {
  check(`${place}.date`, () => dayNumberOf(exception.date))
  for (const kind of ['shut', 'open'] as const) {
    const spans = exception[kind]
    if (Array.isArray(spans)) check(`${place}.${kind}`, () => checkDaySpans(spans))
  }
  if (exception.shut === undefined && exception.open === undefined)
    check(place, () => {
      throw new RangeError('it neither shuts nor opens; say which')
    })
  if (exception.repeats !== undefined) check(`${place}.repeats`, () => checkRepeats(exception))
}

function checkDaySpans(spans: DaySpan[]): void {
  const sorted = spans
    .map((span) => ({ span, from: minuteOfDay(span.from), to: minuteOfDay(span.to) }))
    .sort((a, b) => a.from - b.from)
  sorted.forEach(({ span, from, to }, index) => {
    if (to <= from) throw new RangeError(`${span.from}–${span.to} ends before it starts`)
    if (index > 0 && from < oneAt(sorted, index - 1).to)
      throw new RangeError(`${span.from}–${span.to} overlaps with the span before`)
  })
}

function checkRepeats({ repeats, date }: CalendarException): void {
  const rule = parseYearlyRule(repeats!)
  const first = dayNumberOf(date)
  // The longest gap of a yearly rule: a 29 February on a given weekday, over a year without one.
  const end = first + Math.ceil(366 * 41 * rule.interval)
  if (!daysOfRule(rule, first, first, end).length)
    throw new RangeError(`the rule “${repeats}” never matches a day from ${date} on`)
}

function overlaps(place: string, week: WeeklySpan[]): CalendarProblem[] {
  const spans = week
    .map((span, index) => {
      const start = (span.day - 1) * 1440 + minuteOfDay(span.from)
      const length = (minuteOfDay(span.to) - minuteOfDay(span.from) + 1440) % 1440 || 1440
      return { start, end: start + length, index }
    })
    .sort((a, b) => a.start - b.start)
  return spans.flatMap((span, i) => {
    const next = spans[i + 1] ?? { ...oneAt(spans, 0), start: oneAt(spans, 0).start + 7 * 1440 }
    return span.end > next.start && spans.length > 1
      ? [{ place: `${place}[${next.index}]`, message: `overlaps with ${place}[${span.index}]` }]
      : []
  })
}
