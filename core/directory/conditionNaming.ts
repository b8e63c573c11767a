import { isTest, type Condition, type FactValue, type Test } from '../condition'
import { termsOfFact, type ValueSet } from '../facts'
import { textsIn } from '../lookup'
import type { ListName } from './list'

/** From which lists the values of facts are. */
const LIST_OF: Partial<Record<ValueSet, ListName>> = {
  site: 'sites',
  organisation: 'organisations',
  team: 'teams',
  queue: 'queues',
  desk: 'desks',
  cover: 'covers',
  requester: 'people',
  technician: 'people',
}

/**
 * A condition that names one thing of the directory in place of another, each once.
 * @returns the condition itself where it does not name it
 */
export function conditionNaming(
  condition: Condition,
  merger: { list: ListName; from: string; into: string },
): Condition {
  if (isTest(condition)) return testNaming(condition, merger)
  const [[group, parts] = ['all', []]] = Object.entries(condition) as [string, Condition[]][]
  const after = parts.map((one) => conditionNaming(one, merger))
  return after.every((one, at) => one === parts[at]) ? condition : ({ [group]: after } as Condition)
}

function testNaming(test: Test, { list, from, into }: { list: ListName; from: string; into: string }): Test {
  const set = termsOfFact(test.fact)?.values
  if (!set || LIST_OF[set] !== list) return test
  const after: FactValue | undefined = Array.isArray(test.value)
    ? [...new Set(textsIn(test.value).map((one) => (one === from ? into : one)))]
    : test.value === from
      ? into
      : test.value
  const isSame = after === test.value || !textsIn([test.value].flat()).includes(from)
  return isSame ? test : { ...test, value: after }
}
