import { DAY, type Instant } from './instant'
import { Zone } from './zone'

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** Local time of day: `10:42`. */
export function timeOfDay(at: Instant, zone: string): string {
  const { hour, minute } = Zone.of(zone).toLocal(at)
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
}

/** Local weekday and time of day: `Mon 10:42`. */
export function weekdayAndTime(at: Instant, zone: string): string {
  return `${WEEKDAYS[(Zone.of(zone).dayNumber(at) + 3) % 7]} ${timeOfDay(at, zone)}`
}

/** Local date: `16 Nov 2026`. */
export function dayAndMonth(at: Instant, zone: string): string {
  const { day, month, year } = Zone.of(zone).toLocal(at)
  return `${day} ${MONTHS[month - 1]} ${year}`
}

/** As short as stays clear, seen from `now`: `10:42`, `Tue 10:42` within six days, else `3 Dec 2026 10:42`. */
export function momentInWords(at: Instant, zone: string, now: Instant): string {
  const days = Zone.of(zone).dayNumber(at) - Zone.of(zone).dayNumber(now)
  if (days === 0) return timeOfDay(at, zone)
  if (Math.abs(days) <= 6) return weekdayAndTime(at, zone)
  return `${dayAndMonth(at, zone)} ${timeOfDay(at, zone)}`
}

/** The local date of an instant as ISO 8601. */
export function isoDate(at: Instant, zone: string): string {
  return new Date(Zone.of(zone).dayNumber(at) * DAY).toISOString().slice(0, 10)
}

/** Local date and time with the offset, as ISO 8601 to the second: `2026-11-16T10:42:00+00:00`. */
export function isoTime(at: Instant, zone: string): string {
  const offset = Zone.of(zone).offsetAt(at)
  const minutes = Math.round(Math.abs(offset) / 60_000)
  const two = (value: number) => String(value).padStart(2, '0')
  const sign = offset < 0 ? '-' : '+'
  const wall = new Date(at + offset).toISOString().slice(0, 19)
  return `${wall}${sign}${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`
}

const MOMENT = /^(\d{4}-\d{2}-\d{2})(?:[T ](\d{2}:\d{2})(:\d{2}(?:\.\d{1,3})?)?)?(Z|[+-]\d{2}:\d{2})?$/

/**
 * Reads an ISO 8601 date and time. With an offset (`Z`, `+01:00`) it is that instant; without one it is the local
 * time of the zone, after RFC 5545 §3.3.5 where that does not exist or occurs twice. Without a time it is midnight.
 * @throws RangeError when it is no such moment
 */
export function parseMoment(text: string, zone: string): Instant {
  const match = MOMENT.exec(text.trim())
  const [, date, time = '00:00', seconds = ':00', offset] = match ?? []
  const wall = Date.parse(`${date}T${time}${seconds}Z`)
  const isDay = new Date(Date.parse(`${date}T00:00Z`)).getTime() === Date.parse(`${date}T00:00Z`)
  if (!match || Number.isNaN(wall) || !isDay || new Date(wall).toISOString().slice(0, 10) !== date)
    throw new RangeError(`“${text}” is not a moment; write it like 2026-11-16T10:42 or 2026-11-16T10:42:00Z`)
  if (offset) return Date.parse(`${date}T${time}${seconds}${offset}`)
  return Zone.of(zone).instantOfWall(wall)
}

/** A time of day as people write it: 9:30, 09.30, 0930. */
export const TIME_TYPED = /^([01]?\d|2[0-3])[:.]?([0-5]\d)$/

/**
 * A day and a time of day as they are typed, as a moment with its offset.
 * @param day as ISO 8601 writes it
 * @returns undefined where they make none
 * @example momentTyped('2026-07-01', '9:30', 'Europe/London') // '2026-07-01T09:30:00+01:00'
 */
export function momentTyped(day: string, time: string, zone: string): string | undefined {
  const [, hour, minute] = TIME_TYPED.exec(time.trim()) ?? []
  if (!day || !hour || !minute) return undefined
  try {
    return isoTime(parseMoment(`${day.trim()}T${hour.padStart(2, '0')}:${minute}`, zone), zone)
  } catch {
    return undefined
  }
}
