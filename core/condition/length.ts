/**
 * Lengths of time as answers and conditions write them: hours and whole minutes by ISO 8601, in one way each
 * (`PT1H30M`, never `PT90M`), so that the same length is the same text. At least a minute, less than 10 000 hours. The
 * pattern is read by ECMAScript, by JSON Schema and by PostgreSQL alike.
 */
const MINUTES = '(?:[1-9]|[1-5][0-9])M'
export const LENGTH_PATTERN = `PT(?:[1-9][0-9]{0,3}H(?:${MINUTES})?|${MINUTES})`

const LENGTH = /^PT(?:([1-9]\d{0,3})H)?(?:([1-9]|[1-5]\d)M)?$/

/** Minutes of a length of time; undefined for any other text. */
export function readLength(text: unknown): number | undefined {
  if (typeof text !== 'string' || !text.startsWith('PT') || text.length > 10) return undefined
  const match = LENGTH.exec(text)
  if (!match || (match[1] === undefined && match[2] === undefined)) return undefined
  return Number(match[1] ?? 0) * 60 + Number(match[2] ?? 0)
}

/** The longest length, in minutes. */
export const LONGEST = 9999 * 60 + 59

/**
 * A length of time as it is kept.
 * @param minutes whole, from 1 to `LONGEST`
 * @throws RangeError otherwise
 */
export function writeLength(minutes: number): string {
  if (!Number.isInteger(minutes) || minutes < 1 || minutes > LONGEST)
    throw new RangeError(`a length of time is 1 to ${LONGEST} whole minutes`)
  const hours = Math.floor(minutes / 60)
  return `PT${hours ? `${hours}H` : ''}${minutes % 60 ? `${minutes % 60}M` : ''}`
}

/** A pattern of the whole numbers from one to another, as they are written without zeros before them. */
function wholeNumbers(from: number, to: number): string[] {
  if (from > to) return []
  const found: string[] = []
  // Stretches in which the last digits run through all of 0 to 9.
  for (let low = from; low <= to;) {
    let size = 1
    while (low % (size * 10) === 0 && low !== 0 && low + size * 10 - 1 <= to) size *= 10
    const digits = String(size).length - 1
    const head = Math.floor(low / size)
    const last = Math.min(9 - (head % 10), Math.floor((to - low + 1) / size) - 1)
    const end = String(head).slice(0, -1)
    found.push(`${end}[${head % 10}-${(head % 10) + last}]${'[0-9]'.repeat(digits)}`)
    low += (last + 1) * size
  }
  return found
}

/**
 * A pattern of the lengths from one to another.
 * @param from minutes, as `to`; both belong to it
 */
export function lengthsBetween(from: number, to: number): string {
  const [least, most] = [Math.max(1, from), Math.min(LONGEST, to)]
  const [low, high] = [Math.floor(least / 60), Math.floor(most / 60)]
  const minutes = (a: number, b: number) => wholeNumbers(Math.max(1, a), b).map((one) => `${one}M`)
  /** The lengths of one hour, from a minute to another. */
  const within = (hour: number, a: number, b: number) =>
    hour ? [`${hour}H(?:${[...(a === 0 ? [''] : []), ...minutes(a, b)].join('|')})`] : minutes(a, b)
  if (least > most) return '[^\\s\\S]'
  const ways =
    low === high
      ? within(low, least % 60, most % 60)
      : [
          ...within(low, least % 60, 59),
          ...wholeNumbers(low + 1, high - 1).map((hours) => `${hours}H(?:${MINUTES})?`),
          ...within(high, 0, most % 60),
        ]
  return `^PT(?:${ways.join('|')})$`
}
