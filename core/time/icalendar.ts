import {
  dayNumberOf,
  minuteOfDay,
  type Calendar,
  type CalendarException,
  type DaySpan,
  type WeeklySpan,
} from './calendar'
import { DAY } from './instant'
import { isoWeekday } from './recurrence'
import { oneAt } from '../lookup'

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']

/** What an event of ours says about the hours, so that reading back gives the same calendar. */
export const HOURS_PROPERTY = 'X-YARE-HOURS'
/** The calendar itself, for what events cannot say: a week without hours, the order of special days. */
export const CALENDAR_PROPERTY = 'X-YARE-CALENDAR'

/** What a calendar says besides its name and zone. */
export type Hours = Pick<Calendar, 'week' | 'laterWeeks' | 'exceptions'>

/**
 * Writes a calendar as an iCalendar file (RFC 5545). Days shut are all-day events, hours are events in floating local
 * time (§3.3.5 form 1), which each reader shows in the zone named by X-WR-TIMEZONE; weekly hours repeat weekly.
 * @param stamp local date and time for DTSTAMP, `20261116T104200Z`
 */
export function writeIcalendar(calendar: Calendar, stamp: string): string {
  const events = [
    ...weeksOf(calendar).flatMap(({ from, until, week }) =>
      week.map((span) => weekEvent(calendar, span, from, until)),
    ),
    ...calendar.exceptions.flatMap((one) => exceptionEvents(one)),
  ].filter((event) => event.length > 0)
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Yare Ledger//Calendars//EN',
    `X-WR-CALNAME:${text(calendar.name)}`,
    `X-WR-TIMEZONE:${calendar.zone}`,
    `${CALENDAR_PROPERTY}:${text(JSON.stringify(hoursOf(calendar)))}`,
    ...events.flatMap((event, index) => [
      'BEGIN:VEVENT',
      `UID:${calendar.id}-${index + 1}@yare-ledger`,
      `DTSTAMP:${stamp}`,
      ...event,
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ]
  return lines.map(folded).join('\r\n') + '\r\n'
}

function hoursOf({ week, laterWeeks, exceptions }: Calendar): Hours {
  return { week, ...(laterWeeks?.length && { laterWeeks }), exceptions }
}

/** A Monday long ago, as the number of a day: weekly hours without a beginning begin there. */
export const WEEKS_BEGIN = dayNumberOf('2000-01-03')

function weeksOf(calendar: Calendar): { from: number; until?: number; week: WeeklySpan[] }[] {
  const later = (calendar.laterWeeks ?? []).map(({ from, week }) => ({ from: dayNumberOf(from), week }))
  const all = [{ from: WEEKS_BEGIN, week: calendar.week }, ...later]
  return all.map((one, index) => ({ ...one, until: all[index + 1] && oneAt(all, index + 1).from - 1 }))
}

function weekEvent(calendar: Calendar, span: WeeklySpan, from: number, until?: number): string[] {
  const first = from + ((span.day - isoWeekday(from) + 7) % 7)
  // A week that is over before this day of it comes.
  if (until !== undefined && first > until) return []
  const ends = until === undefined ? '' : `;UNTIL=${dateOf(until)}T235959`
  return [
    ...timed(first, span),
    `RRULE:FREQ=WEEKLY;BYDAY=${WEEKDAYS[span.day - 1]}${ends}`,
    `SUMMARY:${text(`${calendar.name}: open`)}`,
    `${HOURS_PROPERTY}:WEEK`,
    'TRANSP:TRANSPARENT',
  ]
}

function exceptionEvents(exception: CalendarException): string[][] {
  const day = dayNumberOf(exception.date)
  const rule = exception.repeats ? [`RRULE:${exception.repeats}`] : []
  const named = (kind: string) => [...rule, `SUMMARY:${text(exception.name)}`, `${HOURS_PROPERTY}:${kind}`]
  const spans = (list: DaySpan[], kind: string) => list.map((span) => [...timed(day, span), ...named(kind)])
  const allDay = [
    `DTSTART;VALUE=DATE:${dateOf(day)}`,
    `DTEND;VALUE=DATE:${dateOf(day + 1)}`,
    ...named('SHUT'),
  ]
  return [
    ...(exception.shut === 'all day' ? [allDay] : spans(exception.shut ?? [], 'SHUT')),
    ...spans(exception.open ?? [], 'OPEN'),
  ]
}

function timed(day: number, { from, to }: DaySpan): string[] {
  const [start, end] = [minuteOfDay(from), minuteOfDay(to)]
  return [`DTSTART:${momentOf(day, start)}`, `DTEND:${momentOf(day, end > start ? end : end + 1440)}`]
}

function momentOf(day: number, minute: number): string {
  const inDay = minute % 1440
  const two = (value: number) => String(value).padStart(2, '0')
  return `${dateOf(day + Math.floor(minute / 1440))}T${two(Math.floor(inDay / 60))}${two(inDay % 60)}00`
}

function dateOf(day: number): string {
  return new Date(day * DAY).toISOString().slice(0, 10).replaceAll('-', '')
}

/** RFC 5545 §3.3.11: a text with its special characters escaped. */
function text(value: string): string {
  return value.replace(/[\\;,]/g, '\\$&').replace(/\r?\n/g, '\\n')
}

/** RFC 5545 §3.1: a line of at most 75 octets, longer ones folded. */
function folded(line: string): string {
  const parts: string[] = []
  let part = ''
  let octets = 0
  for (const sign of line) {
    const size = new TextEncoder().encode(sign).length
    if (octets + size > 75) {
      parts.push(part)
      part = ' '
      octets = 1
    }
    part += sign
    octets += size
  }
  return [...parts, part].join('\r\n')
}
