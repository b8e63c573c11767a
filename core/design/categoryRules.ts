import { isTest, partsOf, type Condition } from '../condition'
import type { DesignStep } from '../finding'
import { canonicalJson } from '../json'
import { present } from '../lookup'
import { freeId } from '../naming'
import type { Cell, Row } from '../table'
import type { Design } from './design'

// Many categories mapped at once: to a queue and team, or to a level that promises. One act each.

const underAll = (ids: readonly string[]): NonNullable<Cell> => ({
  op: 'under',
  value: ids.length === 1 ? present(ids[0]) : [...ids],
})

/**
 * Sends what is under some categories to a queue or team: a row on top of “Where it goes”, or that row changed where
 * there is one that asks for nothing but just these categories.
 */
export function routeCategories(
  { triage }: Design,
  ids: readonly string[],
  outcome: { queue?: string; team?: string },
): DesignStep[] {
  const { routing, otherwise } = triage
  const columns = routing.columns.includes('category') ? routing.columns : [...routing.columns, 'category']
  const at = columns.indexOf('category')
  const cells = columns.map((_, column): Cell => (column === at ? underAll(ids) : null))
  const padded = routing.rows.map((row) => ({
    ...row,
    cells: columns.map((_, column) => row.cells[column] ?? null),
  }))
  const isSame = (row: Row) => canonicalJson(row.cells) === canonicalJson(cells)
  const there = padded.find((row) => !row.off && isSame(row))
  const id = freeId('r', (one) => routing.rows.some((row) => row.id === one))
  const fresh: Row = { id, cells, outcome: { ...otherwise, ...outcome } }
  const rows = there
    ? padded.map((row) => (row === there ? { ...row, outcome: { ...row.outcome, ...outcome } } : row))
    : [fresh, ...padded]
  const after = { ...routing, columns, rows }
  return canonicalJson(after) === canonicalJson(routing)
    ? []
    : [{ list: 'triage', id: 'routing', before: routing, after }]
}

/** Whether it is for every ticket as it stands. */
const isAlways = (condition: Condition) =>
  !isTest(condition) && !('any' in condition) && partsOf(condition).length === 0

/**
 * Lets a service level be for what is under some categories as well.
 * @returns nothing where it is for every ticket already
 */
export function promiseCategories(design: Design, ids: readonly string[], level: string): DesignStep[] {
  const before = present(design.serviceLevels.find((one) => one.id === level))
  if (isAlways(before.when)) return []
  const mine: Condition = { fact: 'category', ...underAll(ids) }
  const known = !isTest(before.when) && 'any' in before.when ? before.when.any : [before.when]
  if (known.some((one) => canonicalJson(one) === canonicalJson(mine))) return []
  const after = { ...before, when: { any: [...known, mine] } }
  return [{ list: 'serviceLevels', id: level, before, after }]
}
