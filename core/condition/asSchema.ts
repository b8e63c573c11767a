import type { JsonSchema } from '../json'
import type { FactValue } from './fact'
import { anyCaseClass } from './fold'
import type { Property } from './operator'
import { lengthsBetween, LONGEST, readLength } from './length'
import { DAY_PATTERN, MOMENT_PATTERN, readWhen } from './when'

// What operators say in the words of JSON Schema: schemas of the answers that fit.

export type Bound = 'minimum' | 'maximum' | 'exclusiveMinimum' | 'exclusiveMaximum'

/** The schema of a comparison. */
export const beyondSchema =
  (bound: Bound) =>
  (value: FactValue | undefined, property: Property): JsonSchema =>
    property(beyond(value, bound))

/** A text, or one among chosen values. */
export function textSchema(schema: { [keyword: string]: unknown }): JsonSchema {
  const one = { type: 'string', ...schema }
  return { anyOf: [one, { type: 'array', contains: one }] }
}

/** Numbers beyond a number, days and moments beyond one, other texts beyond one by the order of their characters. */
export function beyond(value: FactValue | undefined, bound: Bound): JsonSchema {
  if (typeof value === 'number') return { type: 'number', [bound]: value }
  if (typeof value !== 'string') return false
  const length = readLength(value)
  if (length !== undefined) return { type: 'string', pattern: lengthsBeyond(length, bound) }
  const when = readWhen(value)
  if (!when) return { type: 'string', pattern: textsBeyond(value, bound) }
  const byDay = { type: 'string', pattern: textsBeyond(when.day, bound, TAIL) }
  const { at } = when
  if (at === undefined) return { allOf: [WHEN, byDay] }
  // Two moments are compared as moments: at each offset that there is, by the time on the wall there.
  const moments = OFFSETS.map((offset) => {
    const wall = new Date(at + offset.minutes * 60_000).toISOString().slice(0, 19)
    return { pattern: textsBeyond(wall, bound, plain(offset.text)) }
  })
  return { anyOf: [{ allOf: [DAY, byDay] }, { allOf: [MOMENT, { anyOf: moments }] }] }
}

function lengthsBeyond(length: number, bound: Bound): string {
  const isOut = bound.startsWith('exclusive') ? 1 : 0
  return /min/i.test(bound) ? lengthsBetween(length + isOut, LONGEST) : lengthsBetween(1, length - isOut)
}

const DAY = { type: 'string', pattern: `^${DAY_PATTERN}$` }
const MOMENT = { type: 'string', pattern: `^${MOMENT_PATTERN}$` }
const WHEN = { anyOf: [DAY, MOMENT] }
/** What may come after a day. */
const TAIL = '(?:T.*)?'

const OFFSETS = [
  { text: 'Z', minutes: 0 },
  ...Array.from({ length: 105 }, (_, index) => (index - 48) * 15).flatMap((minutes) =>
    // −00:00 is written as well.
    (minutes === 0 ? ['+', '-'] : [minutes < 0 ? '-' : '+']).map((sign) => {
      const two = (value: number) => String(value).padStart(2, '0')
      const length = Math.abs(minutes)
      return { text: `${sign}${two(Math.floor(length / 60))}:${two(length % 60)}`, minutes }
    }),
  ),
]

/**
 * A pattern of the texts that come after (before) one by the order of their characters.
 * @param tail what comes after as many characters, where all are as long: days, times of day
 */
function textsBeyond(value: string, bound: Bound, tail?: string): string {
  const letters = [...value]
  const isMin = /min/i.test(bound)
  const head = (at: number) => plain(letters.slice(0, at).join(''))
  const rest = (at: number) => (tail === undefined ? '' : `.{${letters.length - at - 1}}${tail}$`)
  const ways = letters.map((letter, at) => head(at) + lettersBeyond(letter, isMin) + rest(at))
  const same = bound.startsWith('exclusive') ? [] : [`${plain(value)}${tail ?? ''}$`]
  if (tail !== undefined) return `^(?:${[...ways, ...same].join('|')})`
  const longer = `${plain(value)}[\\s\\S]`
  const shorter = letters.map((_, at) => `${head(at)}$`)
  const all = [...ways, ...(isMin ? [longer] : shorter), ...same]
  // Nothing comes before the empty text.
  return `^(?:${all.length ? all.join('|') : NEVER})`
}

/** No character at all. */
const NEVER = '[^\\s\\S]'

function lettersBeyond(letter: string, isMin: boolean): string {
  const code = letter.codePointAt(0)!
  const hex = (one: number) => `\\u{${one.toString(16)}}`
  if (isMin) return code === 0x10ffff ? NEVER : `[${hex(code + 1)}-\\u{10ffff}]`
  return code === 0 ? NEVER : `[\\u{0}-${hex(code - 1)}]`
}

/** A whole word of a text: nothing that belongs to a word stands on either side. */
export const wholeWord = (word: string) => `(^|[^\\p{L}\\p{N}])${anyCase(word)}($|[^\\p{L}\\p{N}])`

export function equals(value: FactValue | undefined): JsonSchema {
  const when = readWhen(value)
  const alike = when ? [{ allOf: [beyond(value, 'minimum'), beyond(value, 'maximum')] }] : []
  return { anyOf: [{ const: value }, { type: 'array', contains: { const: value } }, ...alike] }
}

export function equalsAny(values: FactValue | undefined): JsonSchema {
  return { anyOf: Array.isArray(values) && values.length ? values.map((value) => equals(value)) : [false] }
}

const plain = (text: string) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

// JSON Schema patterns know no flag for letter case, so each letter becomes all that are compared like it.
export function anyCase(text: string): string {
  return [...text].map((letter) => anyCaseClass(letter) ?? plain(letter)).join('')
}
