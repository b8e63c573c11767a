import type { FactValue } from './fact'
import { OPERATORS, type Operator } from './operators/list'

/**
 * One question about one fact; what each operator takes and asks stands in DESIGN-FILE.md and in its file in `operators/`. Days and moments are
 * compared as such (`when.ts`): a day holds all of itself, so `is` a day holds at each of its moments and `after` it at
 * none, and moments are compared whatever their offsets.
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

/** How costly it is to check over many tickets: 1 looks up, 2 compares beginnings, 3 reads the whole text. */
export function costOf(condition: Condition): 1 | 2 | 3 {
  if (!isTest(condition)) return Math.max(1, ...partsOf(condition).map(costOf)) as 1 | 2 | 3
  return isOperator(condition.op) ? OPERATORS[condition.op].cost : 1
}

/** Whether something is the name of an operator. */
export const isOperator = (op: unknown): op is Operator =>
  typeof op === 'string' && Object.hasOwn(OPERATORS, op)
