import type { Instant } from '../time'
import { momentInWords, timeOfDay } from '../time/words'
import { Zone } from '../time/zone'
import type { Language } from './language'
import { say } from './say'

/** A day of the calendar in a language. */
function dateSaid(
  { day, month, year }: Record<'day' | 'month' | 'year', number>,
  language: Language,
): string {
  const months = say(language, 'time.months').split(' ')
  return say(language, 'time.day', { day, month: months[month - 1] ?? '', year: String(year) })
}

/** The local day of an instant in a language: `16 Nov 2026`, `16. nov. 2026`. */
export const daySaid = (at: Instant, zone: string, language: Language): string =>
  dateSaid(Zone.of(zone).toLocal(at), language)

const WRITTEN = /^(\d{4})-(\d\d)-(\d\d)(?:T(\d\d:\d\d)(?::\d\d(?:\.\d+)?)?(Z|[+-]\d\d:\d\d))?$/

/**
 * A day or a moment as it was written by ISO 8601, in a language: `4 Dec 2026`, `4 Dec 2026 08:00 (+01:00)`. A moment keeps
 * its hour and the zone's distance from UTC, for nobody here knows who reads it; what is neither stays as it is.
 */
export function writtenSaid(text: string, language: Language): string {
  const [, year, month, day, hour, offset] = WRITTEN.exec(text) ?? []
  if (year === undefined) return text
  const date = dateSaid({ year: Number(year), month: Number(month), day: Number(day) }, language)
  return hour === undefined ? date : `${date} ${hour} (${offset === 'Z' ? 'UTC' : offset})`
}

/** A moment in a language, as short as stays clear seen from `now`: `10:42`, `Tue 10:42` within six days, else with its day. */
export function momentSaid(at: Instant, zone: string, now: Instant, language: Language): string {
  if (language === 'en') return momentInWords(at, zone, now)
  const local = Zone.of(zone)
  const days = local.dayNumber(at) - local.dayNumber(now)
  const time = timeOfDay(at, zone)
  if (days === 0) return time
  if (Math.abs(days) > 6) return `${daySaid(at, zone, language)} ${time}`
  return `${say(language, 'time.weekdays').split(' ')[(local.dayNumber(at) + 3) % 7]} ${time}`
}
