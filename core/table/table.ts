import type { FactValue, Operator, Test } from '../condition'
import { oneAt } from '../lookup'

/** What a column asks of a row: an operator and its value, or null for *any*. */
export type Cell = { op: Operator; value?: FactValue } | null

export interface Row {
  id: string
  /** One cell per column, in the order of the columns. */
  cells: Cell[]
  /** What is decided, by outcome name. */
  outcome: Record<string, string>
  note?: string
  off?: boolean
}

/**
 * Which of the rows that fit decides (DMN 1.4, hit policies): with `unique` only one may fit; with `first` the one that
 * stands first; with `priority` the one whose outcome stands first in `order`; with `collect` all of them.
 */
export type HitPolicy = 'unique' | 'first' | 'priority' | 'collect'

/** A decision table: facts in columns, one rule a row. */
export interface DecisionTable {
  id: string
  name: string
  /** First if left out. */
  hitPolicy?: HitPolicy
  /** For the hit policy Priority: the values of an outcome, the one that wins first. */
  order?: Record<string, string[]>
  /** The facts asked, one a column. */
  columns: string[]
  outcomes: string[]
  rows: Row[]
}

/** The tests of a row, those of its cells that ask something. */
export function testsOfRow(table: Pick<DecisionTable, 'columns'>, row: Row): Test[] {
  return row.cells.flatMap((cell, index) => (cell ? [{ fact: oneAt(table.columns, index), ...cell }] : []))
}

/** Whether a table may be changed so that no row decides alone: all that fit are taken together. */
export const collects = (table: DecisionTable) => table.hitPolicy === 'collect'

/**
 * The rows in the order in which they are asked: that of the table, and for the hit policy Priority that of their
 * outcomes. A value that the order does not name comes after those it names.
 * @returns indexes of rows; those that are switched off are left out
 */
export function askingOrder(table: DecisionTable): number[] {
  const on = table.rows.flatMap((row, index) => (row.off ? [] : [index]))
  if (table.hitPolicy !== 'priority') return on
  const ranks = table.outcomes.map((name) => {
    const values = table.order?.[name] ?? []
    return table.rows.map(({ outcome }) => {
      const rank = values.indexOf(outcome[name] ?? '')
      return rank < 0 ? values.length : rank
    })
  })
  return on.sort((a, b) => {
    for (const rank of ranks) if (rank[a] !== rank[b]) return oneAt(rank, a) - oneAt(rank, b)
    return a - b
  })
}
