import { costOf, isTest, partsOf, testsOf, type Condition, type Test } from './condition'
import { isEmpty, valueOf, type Facts } from './fact'
import { OPERATORS } from './operators/list'

/** Whether one test holds. A missing fact is empty: it is not anything, and fails every comparison. */
export function testHolds({ fact, op, value }: Test, facts: Facts): boolean {
  // What is no operator holds for nothing.
  if (!Object.hasOwn(OPERATORS, op)) return false
  const actual = valueOf(facts, fact)
  return isEmpty(actual) ? OPERATORS[op].ofEmpty : OPERATORS[op].check(actual!, value, facts)
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
