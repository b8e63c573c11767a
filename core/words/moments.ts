import { momentInWords, timeOfDay, Zone, type Instant } from '../time'
import type { Language } from './language'
import { say } from './say'

/** The local day of an instant in a language: `16 Nov 2026`, `16. nov. 2026`. */
export function daySaid(at: Instant, zone: string, language: Language): string {
  const { day, month, year } = Zone.of(zone).toLocal(at)
  const months = say(language, 'time.months').split(' ')
  return say(language, 'time.day', { day, month: months[month - 1] ?? '', year: String(year) })
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
