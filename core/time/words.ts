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
