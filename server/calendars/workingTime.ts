import Ajv2020 from 'ajv/dist/2020.js'
import { statementData, trialBetween, trialDue } from '../../core/clock'
import {
  CalendarTime,
  checkCalendar,
  flattenCalendar,
  formatDuration,
  isoTime,
  NeverOpens,
  parseDuration,
  parseMoment,
  type Calendar,
} from '../../core/time'
import { Refused } from '../../core/ticket'
import { DESIGN_SCHEMA } from '../../core/design/schema'

const { $defs } = DESIGN_SCHEMA
const fits = new Ajv2020({ strict: false, allErrors: true }).compile<Calendar>({
  $defs,
  $ref: '#/$defs/Calendar',
})

const invalid = (field: string, message: string) =>
  new Refused('invalid', 'This cannot be computed.', [{ field, message }])

/** Turns what goes wrong with a value into a problem of its field. */
function read<T>(field: string, work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof RangeError || error instanceof NeverOpens) throw invalid(field, error.message)
    throw error
  }
}

/**
 * The hours that somebody means: a calendar written out, or one of the given ones by id or name.
 * @throws Refused with the place of what is wrong
 */
export function hoursOf(wanted: unknown, calendars: readonly Calendar[]): CalendarTime {
  if (typeof wanted === 'string') {
    const found = calendars.find((one) => one.id === wanted || one.name === wanted)
    const names = calendars.map((one) => one.id).join(', ')
    if (!found) throw invalid('calendar', `there is no calendar “${wanted}”; there are ${names || 'none'}`)
    return compiled(found, calendars)
  }
  const written = { id: 'given', name: 'the given calendar', exceptions: [], week: [], ...(wanted as object) }
  if (!fits(written)) {
    const [error] = fits.errors!
    throw invalid(
      `calendar${error!.instancePath.replaceAll('/', '.')}`,
      error!.message ?? 'has the wrong shape',
    )
  }
  return compiled(written, calendars)
}

function compiled(calendar: Calendar, calendars: readonly Calendar[]): CalendarTime {
  const flat = read('calendar.buildsOn', () =>
    flattenCalendar(calendar, (id) => calendars.find((one) => one.id === id)),
  )
  const [problem] = checkCalendar(flat)
  if (problem) throw invalid(`calendar.${problem.place}`, problem.message)
  return new CalendarTime(flat)
}

const asTyped = (id: string) => id

/**
 * When so much working time from a start has passed, with the statement.
 * @param start ISO 8601; without an offset local time of the calendar's zone
 * @param duration ISO 8601, such as PT2H
 */
export function dueOf(hours: CalendarTime, start: string, duration: string) {
  const zone = hours.calendar.zone
  const from = read('start', () => parseMoment(start, zone))
  const length = read('duration', () => parseDuration(duration))
  const { due, ledger } = read('calendar', () => trialDue(hours, from, length))
  return {
    zone,
    start: isoTime(from, zone),
    duration: formatDuration(length),
    due: isoTime(due, zone),
    statement: statementData(ledger, zone, asTyped),
  }
}

/** The working time between two moments, with the statement. */
export function betweenOf(hours: CalendarTime, start: string, end: string) {
  const zone = hours.calendar.zone
  const from = read('start', () => parseMoment(start, zone))
  const to = read('end', () => parseMoment(end, zone))
  const { duration, ledger } = read('end', () => trialBetween(hours, from, to))
  return {
    zone,
    start: isoTime(from, zone),
    end: isoTime(to, zone),
    duration: formatDuration(duration),
    milliseconds: duration,
    statement: statementData(ledger, zone, asTyped),
  }
}
