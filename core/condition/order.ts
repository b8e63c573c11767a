import { isText, type FactValue } from './fact'
import type { Check } from './operator'
import { readLength } from './length'
import { compareWhen, readWhen } from './when'

/** The same value, the same day or moment, or one among chosen values. */
export function same(actual: FactValue, wanted: FactValue | undefined): boolean {
  if (Array.isArray(actual)) return actual.includes(wanted as string)
  return actual === wanted || (isText(actual) && sameWhen(actual, wanted))
}

function sameWhen(actual: string, wanted: FactValue | undefined): boolean {
  const day = readWhen(wanted)
  const one = day && readWhen(actual)
  return one !== undefined && compareWhen(one, day!) === 0
}

/**
 * Numbers with numbers, days and moments with their like, so lengths of time, other texts by the order of their characters; never one with
 * the other.
 * @returns negative, 0 or positive; undefined where they cannot be compared
 */
export function order(actual: FactValue, wanted: FactValue | undefined): number | undefined {
  if (typeof actual === 'number') return typeof wanted === 'number' ? actual - wanted : undefined
  if (!isText(actual) || !isText(wanted)) return undefined
  const length = readLength(wanted)
  if (length !== undefined) return minus(readLength(actual), length)
  const when = readWhen(wanted)
  if (!when) return compareText(actual, wanted)
  const one = readWhen(actual)
  return one && compareWhen(one, when)
}

const minus = (one: number | undefined, other: number) => (one === undefined ? undefined : one - other)

/** In the order of code points, as the database has it. */
function compareText(a: string, b: string): number {
  const shorter = Math.min(a.length, b.length)
  let at = 0
  while (at < shorter && a.charCodeAt(at) === b.charCodeAt(at)) at++
  if (at === shorter) return a.length - b.length
  // Within a pair that only ends differently, the whole letter counts.
  if (at > 0 && isFirstHalf(a.charCodeAt(at - 1))) at--
  return a.codePointAt(at)! - b.codePointAt(at)!
}

const isFirstHalf = (code: number) => code >= 0xd800 && code < 0xdc00

/** A check of which comes first. */
export const compared =
  (holds: (order: number) => boolean): Check =>
  (actual, wanted) => {
    const found = order(actual, wanted)
    return found !== undefined && holds(found)
  }
