import { oneAt } from '../lookup'
/**
 * Days and moments as answers and conditions write them: `2026-12-01`, or after RFC 3339 `2026-12-01T14:30:00+01:00`.
 * The patterns are read by ECMAScript, by JSON Schema and by PostgreSQL alike, so that all of them mean the same days.
 * Years before 0100 are none: they are slips of the pen, and not every reader knows them.
 */
const LEAP =
  '(?:(?:0[48]|[2468][048]|[13579][26])00|(?:0[1-9]|[1-9][0-9])(?:0[48]|[2468][048]|[13579][26]))-02-29'
const PLAIN =
  '(?:0[1-9]|[1-9][0-9])[0-9]{2}-(?:(?:0[13578]|1[02])-(?:0[1-9]|[12][0-9]|3[01])|(?:0[469]|11)-(?:0[1-9]|[12][0-9]|30)|02-(?:0[1-9]|1[0-9]|2[0-8]))'
/** A date that there is, by the Gregorian calendar (ISO 8601). */
export const DAY_PATTERN = `(?:${PLAIN}|${LEAP})`
/** Offsets from UTC that zones have: quarters of an hour from −12:00 to +14:00. */
const OFFSET =
  '(?:Z|[+](?:(?:0[0-9]|1[0-3]):(?:00|15|30|45)|14:00)|-(?:(?:0[0-9]|1[01]):(?:00|15|30|45)|12:00))'
const TIME = '(?:[01][0-9]|2[0-3]):[0-5][0-9]:[0-5][0-9]'
/** A moment to the second. */
export const MOMENT_PATTERN = `${DAY_PATTERN}T${TIME}${OFFSET}`

const WHEN = new RegExp(`^(${DAY_PATTERN})(T${TIME}${OFFSET})?$`)

/** A day, or a moment: `at` in epoch milliseconds, and the day on which it is where it was written. */
export interface When {
  day: string
  at?: number
}

/** Reads a day or moment; undefined for any other text. */
export function readWhen(text: unknown): When | undefined {
  if (typeof text !== 'string' || text.length < 10 || text.length > 25) return undefined
  const match = WHEN.exec(text)
  if (!match) return undefined
  return match[2] ? { day: oneAt(match, 1), at: Date.parse(text) } : { day: oneAt(match, 1) }
}

/**
 * Which of two comes first: negative, 0 for the same, positive. Two moments are compared as moments, whatever their
 * offsets; a day is compared with a moment as a whole, by the day on which that is where it was written.
 */
export function compareWhen(a: When, b: When): number {
  if (a.at !== undefined && b.at !== undefined) return a.at - b.at
  return a.day < b.day ? -1 : a.day > b.day ? 1 : 0
}
