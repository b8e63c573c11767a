/** An instant: milliseconds since 1970-01-01T00:00Z, as everywhere in the core. */
export type Instant = number

/** A half-open stretch of time: `start` belongs to it, `end` does not. */
export interface Interval {
  start: Instant
  end: Instant
}

export const SECOND = 1000
export const MINUTE = 60 * SECOND
export const HOUR = 60 * MINUTE
export const DAY = 24 * HOUR

const DURATION = /^P(?:(\d+)W)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/

/**
 * Reads an ISO 8601 duration of weeks, days, hours, minutes and seconds.
 * @param text such as `PT2H` or `P1DT30M`; a day is 24 hours of counted time
 * @returns milliseconds
 * @throws RangeError naming the text when it is not such a duration (months and years have no fixed length)
 */
export function parseDuration(text: string): number {
  const match = DURATION.exec(text)
  if (!match || /(P|T)$/.test(text))
    throw new RangeError(`“${text}” is not a duration; write it like PT2H or PT30M`)
  const units = [7 * DAY, DAY, HOUR, MINUTE, SECOND]
  return units.reduce((sum, unit, index) => sum + Number(match[index + 1] ?? 0) * unit, 0)
}

/**
 * Writes milliseconds as an ISO 8601 duration of hours, minutes and seconds; fractions of a second are dropped.
 * @throws RangeError when negative
 */
export function formatDuration(milliseconds: number): string {
  if (milliseconds < 0) throw new RangeError('a duration is not negative')
  const seconds = Math.floor(milliseconds / SECOND)
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
  return `PT${h ? `${h}H` : ''}${m ? `${m}M` : ''}${s || (!h && !m) ? `${s}S` : ''}`
}

/**
 * Hours and minutes as a ledger writes them: `1:40`; whole minutes towards zero.
 * @param milliseconds a length of time; its sign is dropped
 */
export function hoursAndMinutes(milliseconds: number): string {
  const minutes = Math.floor(Math.abs(milliseconds) / MINUTE)
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
}

/**
 * A balance in the whole minutes that are shown and read aloud, in milliseconds: a begun minute that is left counts as
 * one, so that granted, spent (whole minutes) and balance add up on paper.
 */
export const shownBalance = (milliseconds: number): number => Math.ceil(milliseconds / MINUTE) * MINUTE || 0

/** A signed balance: `+1:40`, `−0:25` (with a true minus sign); overdrawn by less than a minute it is `0:00`. */
export function signedBalance(milliseconds: number): string {
  const shown = shownBalance(milliseconds)
  if (shown === 0 && milliseconds < 0) return '0:00'
  return `${milliseconds < 0 ? '−' : '+'}${hoursAndMinutes(shown)}`
}

/** A length of time in words: `2 hours 30 minutes`, `1 hour`, `45 minutes`. */
export function durationInWords(milliseconds: number): string {
  const minutes = Math.round(milliseconds / MINUTE)
  const parts: string[] = []
  const hours = Math.floor(minutes / 60)
  if (hours) parts.push(hours === 1 ? '1 hour' : `${hours} hours`)
  if (minutes % 60 || !hours) parts.push(minutes % 60 === 1 ? '1 minute' : `${minutes % 60} minutes`)
  return parts.join(' ')
}
