/** A value that a fact may have. Instants are epoch milliseconds; a path is written `gates/scanners`. */
export type FactValue = string | number | boolean | readonly string[] | readonly number[] | null

/** What is known about a ticket when a rule is asked, by name: `category`, `site`, `form.gates`, … */
export type Facts = Readonly<Record<string, FactValue | undefined>>

export type Operator =
  | 'is'
  | 'isNot'
  | 'oneOf'
  | 'noneOf'
  | 'under'
  | 'startsWith'
  | 'contains'
  | 'matches'
  | 'greater'
  | 'atLeast'
  | 'less'
  | 'atMost'
  | 'between'
  | 'before'
  | 'after'
  | 'inTheLast'
  | 'empty'
  | 'filled'

/**
 * One question about one fact. `oneOf`, `noneOf` and `under` take several values; `between` takes two, both ends
 * included, a last day up to its end; days and moments are compared as such (`when.ts`): a day holds all of itself, so `is`
 * a day holds at each of its moments and `after` it at none, and moments are compared whatever their offsets; `inTheLast` takes an ISO 8601 duration
 * and asks whether a day or moment lies within it before the fact `now` (epoch milliseconds); `matches` asks for whole words in
 * any order.
 */
export interface Test {
  fact: string
  op: Operator
  value?: FactValue
}

/** A condition is a test or a group: all, any or none of its parts hold. An empty `all` always holds. */
export type Condition = Test | { all: Condition[] } | { any: Condition[] } | { none: Condition[] }

export const ALWAYS: Condition = { all: [] }

export function isTest(condition: Condition): condition is Test {
  return 'fact' in condition
}

export function partsOf(condition: Exclude<Condition, Test>): Condition[] {
  if ('all' in condition) return condition.all
  return 'any' in condition ? condition.any : condition.none
}

/** Every test of a condition, in order. */
export function testsOf(condition: Condition): Test[] {
  return isTest(condition) ? [condition] : partsOf(condition).flatMap(testsOf)
}

/** Every fact that a condition asks for, once each. */
export function factsOf(condition: Condition): string[] {
  if (isTest(condition)) return [condition.fact]
  return [...new Set(partsOf(condition).flatMap(factsOf))]
}

/** How costly an operator is to check over many tickets: 1 looks up, 2 compares beginnings, 3 reads the whole text. */
export function costOf(condition: Condition): 1 | 2 | 3 {
  if (!isTest(condition)) return Math.max(1, ...partsOf(condition).map(costOf)) as 1 | 2 | 3
  if (condition.op === 'contains' || condition.op === 'matches') return 3
  return condition.op === 'startsWith' || condition.op === 'under' ? 2 : 1
}
