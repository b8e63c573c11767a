import {
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

const compare =
  (holds: (a: number, b: number) => boolean) => (actual: FactValue, wanted: FactValue | undefined) =>
    typeof actual === 'number' && typeof wanted === 'number' && holds(actual, wanted)

type Check = (actual: FactValue, wanted: FactValue | undefined) => boolean

// A fact without a value fails every one of these; `empty`, `filled` and the negations are asked before.
const CHECKS: Record<Exclude<Operator, 'empty' | 'filled' | 'isNot' | 'noneOf'>, Check> = {
  is: same,
  oneOf: (actual, wanted) => Array.isArray(wanted) && wanted.some((one) => same(actual, one)),
  under: (actual, wanted) => actual === wanted || fold(actual).startsWith(`${fold(wanted)}/`),
  startsWith: (actual, wanted) => fold(actual).startsWith(fold(wanted)),
  contains: (actual, wanted) => fold(actual).includes(fold(wanted)),
  greater: compare((a, b) => a > b),
  atLeast: compare((a, b) => a >= b),
  less: compare((a, b) => a < b),
  atMost: compare((a, b) => a <= b),
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
    default:
      return !isEmpty(actual) && CHECKS[test.op](actual!, test.value)
  }
}

/** Whether a condition holds for these facts. */
export function holds(condition: Condition, facts: Facts): boolean {
  if (isTest(condition)) return testHolds(condition, facts)
  if ('all' in condition) return condition.all.every((part) => holds(part, facts))
  if ('any' in condition) return condition.any.some((part) => holds(part, facts))
  return !condition.none.some((part) => holds(part, facts))
}

/** The tests that decide why a condition does not hold, in their order; empty when it holds. */
export function failures(condition: Condition, facts: Facts): Test[] {
  if (holds(condition, facts)) return []
  if (isTest(condition)) return [condition]
  if ('none' in condition)
    return condition.none.flatMap((part) => testsOf(part).filter((t) => testHolds(t, facts)))
  return partsOf(condition).flatMap((part) => failures(part, facts))
}
