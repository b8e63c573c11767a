import { parseDuration } from '../time'
import {
  costOf,
  isTest,
  partsOf,
  testsOf,
  type Condition,
  type Facts,
  type FactValue,
  type Operator,
  type Test,
} from './condition'

const fold = (value: unknown) => String(value).toLocaleLowerCase('en')

function same(actual: FactValue, wanted: FactValue | undefined): boolean {
  if (Array.isArray(actual)) return actual.includes(wanted as string)
  return actual === wanted
}

function isEmpty(actual: FactValue | undefined): boolean {
  return actual === undefined || actual === null || actual === '' || (Array.isArray(actual) && !actual.length)
}

/** Compares numbers, or days and moments written by ISO 8601; never one with the other. */
const compare =
  (holds: (a: number | string, b: number | string) => boolean) =>
  (actual: FactValue, wanted: FactValue | undefined) =>
    typeof actual === typeof wanted &&
    (typeof actual === 'number' || typeof actual === 'string') &&
    holds(actual, wanted as number | string)

/** Numbers among numbers, days and moments among their like; anything else is not between. */
const between: Check = (actual, wanted) => {
  const [from, to] = (wanted ?? []) as readonly (string | number)[]
  if (from === undefined || to === undefined || typeof actual !== typeof from) return false
  return (actual as typeof from) >= from && (actual as typeof to) <= to
}

const WORDS = /[\p{L}\p{N}]+/gu
/** The words of a text, in small letters. */
export const wordsOf = (text: FactValue | undefined) => fold(text ?? '').match(WORDS) ?? []

const isUnder = (actual: FactValue, path: FactValue | undefined) =>
  actual === path || fold(actual).startsWith(`${fold(path)}/`)

type Check = (actual: FactValue, wanted: FactValue | undefined) => boolean

// A fact without a value fails every one of these; `empty`, `filled` and the negations are asked before.
const CHECKS: Record<Exclude<Operator, 'empty' | 'filled' | 'isNot' | 'noneOf' | 'inTheLast'>, Check> = {
  is: same,
  oneOf: (actual, wanted) => Array.isArray(wanted) && wanted.some((one) => same(actual, one)),
  under: (actual, wanted) =>
    Array.isArray(wanted) ? wanted.some((one) => isUnder(actual, one)) : isUnder(actual, wanted),
  startsWith: (actual, wanted) => fold(actual).startsWith(fold(wanted)),
  contains: (actual, wanted) => fold(actual).includes(fold(wanted)),
  matches: (actual, wanted) => {
    const said = new Set(wordsOf(actual))
    return wordsOf(wanted).every((word) => said.has(word))
  },
  between,
  before: compare((a, b) => a < b),
  after: compare((a, b) => a > b),
  greater: compare((a, b) => a > b),
  atLeast: compare((a, b) => a >= b),
  less: compare((a, b) => a < b),
  atMost: compare((a, b) => a <= b),
}

/** Whether a day or moment lies within a duration before now; neither in the time to come nor where now is unknown. */
function isInTheLast(actual: FactValue, span: FactValue | undefined, now: FactValue | undefined): boolean {
  const at = typeof actual === 'number' ? actual : Date.parse(String(actual))
  if (typeof now !== 'number' || Number.isNaN(at)) return false
  return at <= now && at >= now - lengthOf(String(span))
}

const lengths = new Map<string, number>()
function lengthOf(span: string): number {
  let length = lengths.get(span)
  if (length === undefined) {
    try {
      length = parseDuration(span)
    } catch {
      // Proofreading names it; until then it holds for nothing.
      length = -1
    }
    if (lengths.size < 1000) lengths.set(span, length)
  }
  return length
}

/** Whether one test holds. A missing fact is empty: it is not anything, and fails every comparison. */
export function testHolds(test: Test, facts: Facts): boolean {
  const actual = facts[test.fact]
  switch (test.op) {
    case 'empty':
      return isEmpty(actual)
    case 'filled':
      return !isEmpty(actual)
    case 'isNot':
      return isEmpty(actual) || !same(actual!, test.value)
    case 'noneOf':
      return isEmpty(actual) || !CHECKS.oneOf(actual!, test.value)
    case 'inTheLast':
      return !isEmpty(actual) && isInTheLast(actual!, test.value, facts.now)
    default:
      return !isEmpty(actual) && CHECKS[test.op](actual!, test.value)
  }
}

const inOrder = new WeakMap<Condition[], Condition[]>()

/** The parts of a group, the cheap ones first: often the costly ones need not be asked then. */
function cheapFirst(parts: Condition[]): Condition[] {
  if (parts.length < 2) return parts
  let ordered = inOrder.get(parts)
  if (ordered?.length !== parts.length) {
    ordered = [...parts].sort((a, b) => costOf(a) - costOf(b))
    inOrder.set(parts, ordered)
  }
  return ordered
}

/** Whether a condition holds for these facts; in a group the costly parts are asked last. */
export function holds(condition: Condition, facts: Facts): boolean {
  if (isTest(condition)) return testHolds(condition, facts)
  if ('all' in condition) return cheapFirst(condition.all).every((part) => holds(part, facts))
  if ('any' in condition) return cheapFirst(condition.any).some((part) => holds(part, facts))
  return !cheapFirst(condition.none).some((part) => holds(part, facts))
}

/** The tests that decide why a condition does not hold, in their order; empty when it holds. */
export function failures(condition: Condition, facts: Facts): Test[] {
  if (holds(condition, facts)) return []
  if (isTest(condition)) return [condition]
  if ('none' in condition)
    return condition.none.flatMap((part) => testsOf(part).filter((t) => testHolds(t, facts)))
  return partsOf(condition).flatMap((part) => failures(part, facts))
}

/**
 * Whether a condition may hold where only some facts are known, and what else there is nobody can tell.
 * @param known the facts that are known; all others may have any value
 */
export function mayHold(condition: Condition, known: Facts): boolean {
  return outlook(condition, known).may
}

/** Whether it may hold, and whether it must. */
function outlook(condition: Condition, known: Facts): { may: boolean; must: boolean } {
  if (isTest(condition)) {
    if (!(condition.fact in known)) return { may: true, must: false }
    const isSo = testHolds(condition, known)
    return { may: isSo, must: isSo }
  }
  const parts = partsOf(condition).map((part) => outlook(part, known))
  if ('all' in condition) return { may: parts.every((one) => one.may), must: parts.every((one) => one.must) }
  const some = { may: parts.some((one) => one.may), must: parts.some((one) => one.must) }
  return 'any' in condition ? some : { may: !some.must, must: !some.may }
}
