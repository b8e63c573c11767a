import { parseDuration } from '../time'
import { fold } from './fold'
import { compareWhen, readWhen } from './when'
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

const isText = (value: unknown): value is string => typeof value === 'string'

function same(actual: FactValue, wanted: FactValue | undefined): boolean {
  if (Array.isArray(actual)) return actual.includes(wanted as string)
  return actual === wanted || (isText(actual) && sameWhen(actual, wanted))
}

function sameWhen(actual: string, wanted: FactValue | undefined): boolean {
  const day = readWhen(wanted)
  const one = day && readWhen(actual)
  return one !== undefined && compareWhen(one, day!) === 0
}

function isEmpty(actual: FactValue | undefined): boolean {
  return actual === undefined || actual === null || actual === '' || (Array.isArray(actual) && !actual.length)
}

/**
 * Numbers with numbers, days and moments with their like, other texts by the order of their characters; never one with
 * the other.
 * @returns negative, 0 or positive; undefined where they cannot be compared
 */
function order(actual: FactValue, wanted: FactValue | undefined): number | undefined {
  if (typeof actual === 'number') return typeof wanted === 'number' ? actual - wanted : undefined
  if (!isText(actual) || !isText(wanted)) return undefined
  const when = readWhen(wanted)
  if (!when) return compareText(actual, wanted)
  const one = readWhen(actual)
  return one && compareWhen(one, when)
}

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

const compare =
  (holds: (order: number) => boolean): Check =>
  (actual, wanted) => {
    const found = order(actual, wanted)
    return found !== undefined && holds(found)
  }

/** Both ends belong to it: a last day up to its end. */
const between: Check = (actual, wanted) => {
  const [from, to] = (Array.isArray(wanted) ? wanted : []) as FactValue[]
  // Most of what tables ask is numbers.
  if (typeof actual === 'number' && typeof from === 'number' && typeof to === 'number')
    return actual >= from && actual <= to
  if (typeof from !== typeof to) return false
  return (order(actual, from) ?? -1) >= 0 && (order(actual, to) ?? 1) <= 0
}

const WORDS = /[\p{L}\p{N}]+/gu
/** The words of a text, in small letters. */
export const wordsOf = (text: FactValue | undefined) => fold(String(text ?? '')).match(WORDS) ?? []

/** A test of texts: of chosen values each is asked, and one is enough; of numbers and yes or no it holds for none. */
const ofText =
  (holds: (text: string, wanted: FactValue | undefined) => boolean): Check =>
  (actual, wanted) =>
    Array.isArray(actual)
      ? (actual as unknown[]).some((one) => isText(one) && holds(one, wanted))
      : isText(actual) && holds(actual, wanted)

/** A path or what lies below it; letter case makes no difference to either. */
function isUnder(text: string, path: FactValue | undefined): boolean {
  const [low, top] = [fold(text), fold(String(path))]
  return low === top || low.startsWith(`${top}/`)
}

type Check = (actual: FactValue, wanted: FactValue | undefined) => boolean

// A fact without a value fails every one of these; `empty`, `filled` and the negations are asked before.
const CHECKS: Record<Exclude<Operator, 'empty' | 'filled' | 'isNot' | 'noneOf' | 'inTheLast'>, Check> = {
  is: same,
  oneOf: (actual, wanted) => Array.isArray(wanted) && wanted.some((one) => same(actual, one)),
  under: ofText((text, wanted) =>
    Array.isArray(wanted) ? wanted.some((one) => isUnder(text, one)) : isUnder(text, wanted),
  ),
  startsWith: ofText((text, wanted) => fold(text).startsWith(fold(String(wanted)))),
  contains: ofText((text, wanted) => fold(text).includes(fold(String(wanted)))),
  matches: ofText((text, wanted) => {
    const said = new Set(wordsOf(text))
    return wordsOf(wanted).every((word) => said.has(word))
  }),
  between,
  before: compare((order) => order < 0),
  after: compare((order) => order > 0),
  greater: compare((order) => order > 0),
  atLeast: compare((order) => order >= 0),
  less: compare((order) => order < 0),
  atMost: compare((order) => order <= 0),
}

/** Whether a day or moment lies within a duration before now; neither in the time to come nor where now is unknown. */
function isInTheLast(actual: FactValue, span: FactValue | undefined, now: FactValue | undefined): boolean {
  const when = readWhen(actual)
  // A day is there from its beginning on, by UTC.
  const at = typeof actual === 'number' ? actual : when && (when.at ?? Date.parse(when.day))
  if (typeof now !== 'number' || at === undefined) return false
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
  const actual = Object.hasOwn(facts, test.fact) ? facts[test.fact] : undefined
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
      // What is no operator holds for nothing.
      return !isEmpty(actual) && Object.hasOwn(CHECKS, test.op) && CHECKS[test.op](actual!, test.value)
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
