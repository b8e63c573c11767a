import { isRecord } from '../../core/lookup'
import { componentOf } from './componentOf'
import { messageOf } from '../../core/error/messageOf'
import ICAL from 'ical.js'
import {
  CALENDAR_PROPERTY,
  checkCalendar,
  DAY,
  HOURS_PROPERTY,
  WEEKS_BEGIN as BEGINNING,
  writeIcalendar,
  isoWeekday,
  parseYearlyRule,
  type Calendar,
  type CalendarException,
  type DaySpan,
  type Hours,
  type LaterWeek,
  type WeeklySpan,
} from '../../core/time'
import { Refused } from '../../core/ticket'

/** What an iCalendar file says about hours. */
export interface ReadCalendar extends Pick<Calendar, 'week' | 'exceptions'> {
  name?: string
  zone?: string
  laterWeeks?: LaterWeek[]
  /** What was left out, and why. */
  left: string[]
}

const MOST_EVENTS = 2000
const MOST_DAYS = 60

/**
 * Reads days and hours from an iCalendar file (RFC 5545). An all-day event shuts its days, one with times shuts that
 * part of its day, unless it is marked otherwise as in files of ours. Yearly repetition is kept.
 * @throws Refused when it is no such file
 */
export function readIcalendar(text: string): ReadCalendar {
  const refuse = (message: string) =>
    new Refused('invalid', 'This is no iCalendar file.', [{ field: 'text', message }])
  let root: ICAL.Component
  try {
    root = componentOf(text)
  } catch (error) {
    throw refuse(`it cannot be read: ${messageOf(error).slice(0, 200)}`)
  }
  if (root.name !== 'vcalendar') throw refuse('it does not begin with BEGIN:VCALENDAR')
  const events = root.getAllSubcomponents('vevent')
  if (events.length > MOST_EVENTS)
    throw refuse(`it has ${events.length} events; at most ${MOST_EVENTS} are read`)
  const found: Found = { exceptions: [], weeks: [], left: [] }
  for (const [index, event] of events.entries()) {
    try {
      readEvent(new ICAL.Event(event), found)
    } catch {
      // The library throws whatever comes when an event is damaged; the others are still of use.
      found.left.push(`event ${index + 1}: it cannot be read`)
    }
  }
  const names = { name: textOf(root, 'x-wr-calname'), zone: textOf(root, 'x-wr-timezone') }
  const whole = wholeCalendar(root, names)
  if (whole) return { ...names, ...whole, left: [] }
  const [week, ...later] = weeksOf(found.weeks)
  return {
    ...names,
    week: week!.week,
    ...(later.length && { laterWeeks: later.map(({ from, week }) => ({ from: dateOf(from), week })) }),
    exceptions: joined(found.exceptions),
    left: found.left,
  }
}

/**
 * The calendar as it was written into a file of ours, if the events of the file still are what it says: whoever has
 * changed an event elsewhere means the event.
 */
function wholeCalendar(
  root: ICAL.Component,
  { name, zone }: { name?: string; zone?: string },
): Hours | undefined {
  const said = textOf(root, CALENDAR_PROPERTY.toLowerCase())
  if (said === undefined || name === undefined || zone === undefined) return undefined
  try {
    const hours = hoursIn(JSON.parse(said))
    const calendar = { id: 'x', name, zone, ...hours }
    if (checkCalendar(calendar).length) return undefined
    const again = componentOf(writeIcalendar(calendar, '20000101T000000Z'))
    return eventsOf(again) === eventsOf(root) ? hours : undefined
  } catch {
    return undefined
  }
}

/** What events say about hours, as one text; their order and all else is left out. */
function eventsOf(root: ICAL.Component): string {
  const parts = ['dtstart', 'dtend', 'rrule', 'summary', HOURS_PROPERTY.toLowerCase()]
  return root
    .getAllSubcomponents('vevent')
    .map((event) => parts.map((part) => String(event.getFirstPropertyValue(part) ?? '')).join('|'))
    .sort()
    .join('\n')
}

/** Nothing but what a calendar has. */
function hoursIn(value: unknown): Hours {
  const { week, laterWeeks, exceptions } = isRecord(value) ? value : {}
  const list = (one: unknown) => (Array.isArray(one) ? one.filter(isRecord) : [])
  const text = (one: unknown) => String(one)
  const span = (one: Record<string, unknown>) => ({ from: text(one.from), to: text(one.to) })
  const days = (of: unknown) => list(of).map((one) => ({ day: Number(one.day), ...span(one) }))
  const later = list(laterWeeks).map((one) => ({ from: text(one.from), week: days(one.week) }))
  return {
    week: days(week),
    ...(later.length && { laterWeeks: later }),
    exceptions: list(exceptions).map((one) => ({
      ...{ date: text(one.date), name: text(one.name) },
      ...(one.repeats !== undefined && { repeats: text(one.repeats) }),
      ...(one.shut !== undefined && { shut: one.shut === 'all day' ? one.shut : list(one.shut).map(span) }),
      ...(one.open !== undefined && { open: list(one.open).map(span) }),
    })),
  }
}

interface Found {
  exceptions: CalendarException[]
  weeks: FoundSpan[]
  left: string[]
}

/** Hours of one day of the week, with the days on which they occur first and last. */
interface FoundSpan {
  first: number
  until: number
  span: WeeklySpan
}

function textOf(component: ICAL.Component, name: string): string | undefined {
  const value = component.getFirstPropertyValue(name)
  if (value === null) return undefined
  // The library leaves texts of properties that it does not know as they stand in the file.
  return String(value).replace(/\\([\\;,])/g, '$1')
}

function readEvent(event: ICAL.Event, found: Found): void {
  const name = event.summary || 'without a name'
  const rule = event.component.getFirstPropertyValue('rrule')?.toString()
  const kind = textOf(event.component, HOURS_PROPERTY.toLowerCase()) ?? 'SHUT'
  const leave = (why: string) => void found.left.push(`“${name}”: ${why}`)
  const { startDate: start, endDate: end } = event
  if (!start) return leave('it has no beginning')
  if (kind === 'WEEK') return readWeek(start, end, rule, found)
  if (rule !== undefined && !isYearly(rule)) return leave(`it repeats by “${rule}”, which is not yearly`)
  const base = { name, ...(rule !== undefined && { repeats: rule }) }
  const read = start.isDate ? wholeDays(start, end, base) : partOfDay(start, end, base, kind === 'OPEN')
  if (typeof read === 'string') leave(read)
  else found.exceptions.push(...read)
}

function isYearly(rule: string): boolean {
  try {
    parseYearlyRule(rule)
    return true
  } catch {
    return false
  }
}

type Base = Pick<CalendarException, 'name' | 'repeats'>

/** The days of an all-day event, each shut; or why they are left out. */
function wholeDays(start: ICAL.Time, end: ICAL.Time, base: Base): CalendarException[] | string {
  const first = dayOf(start)
  const days = Math.max(1, dayOf(end) - first)
  if (days > MOST_DAYS) return `it lasts ${days} days; at most ${MOST_DAYS} are read`
  if (base.repeats !== undefined && days > 1) return 'it repeats and lasts more than a day'
  return Array.from({ length: days }, (_, index) => ({
    ...base,
    date: dateOf(first + index),
    shut: 'all day',
  }))
}

/** The hours of an event within one day; or why they are left out. */
function partOfDay(
  start: ICAL.Time,
  end: ICAL.Time,
  base: Base,
  opens: boolean,
): CalendarException[] | string {
  const endsLater = dayOf(end) > dayOf(start)
  if (endsLater && timeOf(end) !== '00:00') return 'it reaches over midnight'
  const span: DaySpan = { from: timeOf(start), to: endsLater ? '24:00' : timeOf(end) }
  if (span.to <= span.from) return 'it ends before it starts'
  return [{ ...base, date: dateOf(dayOf(start)), ...(opens ? { open: [span] } : { shut: [span] }) }]
}

/** Weekly hours of ours, each day of the week in an event of its own. */
function readWeek(start: ICAL.Time, end: ICAL.Time, rule: string | undefined, found: Found): void {
  const day = isoWeekday(dayOf(start))
  const endsAtMidnight = dayOf(end) > dayOf(start) && timeOf(end) === '00:00'
  const span = { day, from: timeOf(start), to: endsAtMidnight ? '24:00' : timeOf(end) }
  const until = /UNTIL=(\d{4})-?(\d\d)-?(\d\d)/.exec(rule ?? '')
  const last = until ? Date.UTC(Number(until[1]), Number(until[2]) - 1, Number(until[3])) / DAY : Infinity
  found.weeks.push({ first: dayOf(start), until: last, span })
  if (rule !== undefined && !rule.includes('FREQ=WEEKLY')) found.left.push(`weekly hours repeat by “${rule}”`)
}

/**
 * Weeks of spans: those that end on the same day are of one week, and each begins where the one before it ends. Where
 * its days first occur later than they would then, there are no hours in between.
 */
function weeksOf(spans: readonly FoundSpan[]): { from: number; week: WeeklySpan[] }[] {
  const weeks: { from: number; week: WeeklySpan[] }[] = []
  let next = BEGINNING
  for (const until of [...new Set(spans.map((one) => one.until))].sort((a, b) => a - b)) {
    const own = spans.filter((one) => one.until === until)
    const firsts = own.map((one) => one.first)
    // Each of its days occurs in the seven days after it begins.
    const from = Math.max(next, Math.min(Math.max(...firsts) - 6, ...firsts))
    if (from > next) weeks.push({ from: next, week: [] })
    weeks.push({ from, week: own.map((one) => one.span) })
    next = until + 1
  }
  if (next !== Infinity) weeks.push({ from: next, week: [] })
  return weeks
}

/** Spans of the same exception stand in one. */
function joined(exceptions: CalendarException[]): CalendarException[] {
  const byKey = new Map<string, CalendarException>()
  for (const one of exceptions) {
    const key = `${one.date}|${one.name}|${one.repeats ?? ''}`
    const known = byKey.get(key)
    if (!known) byKey.set(key, one)
    else if (one.open) known.open = [...(known.open ?? []), ...one.open]
    else if (Array.isArray(one.shut) && known.shut !== 'all day')
      known.shut = [...(known.shut ?? []), ...one.shut]
    else known.shut = one.shut
  }
  return [...byKey.values()]
}

const two = (value: number) => String(value).padStart(2, '0')
const timeOf = (time: ICAL.Time) => `${two(time.hour)}:${two(time.minute)}`
const dayOf = (time: ICAL.Time) => Date.UTC(time.year, time.month - 1, time.day) / DAY
const dateOf = (day: number) => new Date(day * DAY).toISOString().slice(0, 10)
