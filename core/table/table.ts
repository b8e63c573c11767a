import { testHolds, type Facts, type Operator, type FactValue, type Test } from '../condition'

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

/** A decision table with the hit policy First of DMN 1.4: read from the top, the first row that fits decides. */
export interface DecisionTable {
  id: string
  name: string
  /** The facts asked, one a column. */
  columns: string[]
  outcomes: string[]
  rows: Row[]
}

export interface Decision {
  /** The row that decided, and its place counted from 1. */
  row?: Row
  number?: number
  /** Of the rows that did not fit and stand above (or anywhere, if none fits), the one with fewest tests failed. */
  nearest?: { row: Row; number: number; failed: Test[] }
}

function testsOf(table: DecisionTable, row: Row): Test[] {
  return row.cells.flatMap((cell, index) => (cell ? [{ fact: table.columns[index]!, ...cell }] : []))
}

/** Finds the first row that fits, and the row that nearly did. */
export function decideTable(table: DecisionTable, facts: Facts): Decision {
  let nearest: Decision['nearest']
  for (const [index, row] of table.rows.entries()) {
    if (row.off) continue
    const failed = testsOf(table, row).filter((test) => !testHolds(test, facts))
    if (failed.length === 0) return { row, number: index + 1, nearest }
    if (!nearest || failed.length < nearest.failed.length) nearest = { row, number: index + 1, failed }
  }
  return { nearest }
}

/** Whether every value that fits `inner` also fits `outer`; false when that cannot be told from the cells alone. */
export function covers(outer: Cell, inner: Cell): boolean {
  if (!outer) return true
  if (!inner) return false
  if (outer.op === inner.op && JSON.stringify(outer.value) === JSON.stringify(inner.value)) return true
  const values =
    inner.op === 'is' ? [inner.value] : inner.op === 'oneOf' ? (inner.value as FactValue[]) : undefined
  if (values) return values.every((value) => testHolds({ fact: 'x', ...outer }, { x: value }))
  if (outer.op === 'under' && inner.op === 'under') return String(inner.value).startsWith(`${outer.value}/`)
  if (typeof outer.value !== 'number' || typeof inner.value !== 'number') return false
  return coversRange(outer.op, outer.value, inner.op, inner.value)
}

function coversRange(outer: Operator, outerValue: number, inner: Operator, innerValue: number): boolean {
  const up = ['greater', 'atLeast']
  const down = ['less', 'atMost']
  if (up.includes(outer) && up.includes(inner))
    return (
      innerValue > outerValue || (innerValue === outerValue && (outer === 'atLeast' || inner === 'greater'))
    )
  if (down.includes(outer) && down.includes(inner))
    return innerValue < outerValue || (innerValue === outerValue && (outer === 'atMost' || inner === 'less'))
  return false
}

export interface Shadow {
  row: string
  number: number
  /** The earlier row that takes everything. */
  by: number
}

/** Rows that can never decide because one row above takes everything that would fit them. */
export function shadowedRows(table: DecisionTable): Shadow[] {
  const rows = table.rows.map((row, index) => ({ row, number: index + 1 })).filter(({ row }) => !row.off)
  return rows.flatMap(({ row, number }, place) => {
    const above = rows
      .slice(0, place)
      .find((other) =>
        table.columns.every((_, i) => covers(other.row.cells[i] ?? null, row.cells[i] ?? null)),
      )
    return above ? [{ row: row.id, number, by: above.number }] : []
  })
}
