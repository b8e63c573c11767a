import { isTest, OPERATORS, partsOf, type Condition, type FactValue, type Test } from '../../condition'
import { termsOfFact, type ValueSet } from '../../facts'
import type { Cell, DecisionTable, Row } from '../../table'

// Conditions and tables in the words of another directory. What is left out is nothing and nobody here, so a test for it
// holds for no ticket, and what that makes of the whole is worked out.

/** Sorts of things that stand in the directory and that a design names. */
export type DirectoryThing = 'team' | 'queue' | 'desk' | 'person' | 'organisation' | 'site' | 'role'

/** What something of the directory is called here; undefined where it is left out. */
export type Decide = (what: DirectoryThing, id: string) => string | undefined

const OF_FACTS: Partial<Record<ValueSet, DirectoryThing>> = {
  team: 'team',
  queue: 'queue',
  desk: 'desk',
  organisation: 'organisation',
  site: 'site',
  requester: 'person',
  technician: 'person',
}

/** What of the directory the values of a fact are; undefined of what is none of it. */
export function directoryThing(fact: string): DirectoryThing | undefined {
  const set = termsOfFact(fact)?.values
  return set && OF_FACTS[set]
}

/** A condition, or what it always comes to. */
export type Folded = Condition | boolean

/** A test of a condition, or the asking part of a cell. */
function foldedTest<T extends Pick<Test, 'op' | 'value'>>(
  fact: string,
  test: T,
  decide: Decide,
): T | boolean {
  const what = directoryThing(fact)
  const { names } = OPERATORS[test.op]
  if (!what || !names || test.value === undefined) return test
  const said = [test.value].flat() as FactValue[]
  const kept = said.flatMap((one) => (typeof one === 'string' ? (decide(what, one) ?? []) : one))
  if (!kept.length && said.length) return names === 'out'
  const value = Array.isArray(test.value) ? ([...new Set(kept)] as string[]) : (kept[0] as FactValue)
  return { ...test, value }
}

/** A condition in the words of another directory, or what it always comes to there. */
export function foldedCondition(condition: Condition, decide: Decide): Folded {
  if (isTest(condition)) return foldedTest(condition.fact, condition, decide)
  const parts = partsOf(condition).map((one) => foldedCondition(one, decide))
  const left = parts.filter((one) => typeof one !== 'boolean')
  // What nobody has said anything in stays so.
  if (!parts.length) return condition
  if ('all' in condition) return parts.includes(false) ? false : left.length ? { all: left } : true
  if ('any' in condition) return parts.includes(true) ? true : left.length ? { any: left } : false
  return parts.includes(true) ? false : left.length ? { none: left } : true
}

/** A table in the words of another directory: rows that fit nothing there, or send to what is not there, are gone. */
export const mappedTable = (table: DecisionTable, decide: Decide): DecisionTable => ({
  ...table,
  rows: table.rows.flatMap((row) => mappedRow(table, row, decide) ?? []),
})

function mappedRow({ columns }: DecisionTable, row: Row, decide: Decide): Row | undefined {
  const cells = row.cells.map((cell, at) => cell && foldedTest(columns[at] ?? '', cell, decide))
  const outcome = { ...row.outcome }
  let isLost = cells.includes(false)
  for (const what of ['queue', 'team'] as const) {
    const id = outcome[what]
    if (!id) continue
    const now = decide(what, id)
    if (now === undefined) isLost = true
    else outcome[what] = now
  }
  if (isLost) return undefined
  return { ...row, cells: cells.map((one): Cell => (typeof one === 'boolean' ? null : one)), outcome }
}
