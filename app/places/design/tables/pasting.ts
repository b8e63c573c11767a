import Papa from 'papaparse'
import {
  cellFromText,
  UnreadableCell,
  type Cell,
  type CellNames,
  type DecisionTable,
  type Row,
} from '~~/core/table'
import { oneAt } from '~~/core/lookup'

/** What became of a range that was pasted. */
export interface Pasted {
  rows: Row[]
  /** Cells that were taken. */
  taken: number
  /** What could not be read, and where. */
  problems: string[]
}

interface Grid {
  table: Pick<DecisionTable, 'columns' | 'outcomes' | 'rows'>
  /** What can stand in a column, or as an outcome. */
  namesOf: (fact: string) => CellNames
  freshRow: (rows: readonly Row[], cells: Cell[]) => Row
}

/** @throws UnreadableCell when the text is none of what can stand there */
function withCell(row: Row, column: number, text: string, { table, namesOf }: Grid): Row {
  const { columns, outcomes } = table
  if (column < columns.length) {
    const cell = cellFromText(text, namesOf(oneAt(columns, column)))
    return { ...row, cells: columns.map((_, at) => (at === column ? cell : (row.cells[at] ?? null))) }
  }
  const outcome = outcomes[column - columns.length]
  if (outcome === undefined) throw new UnreadableCell(`“${text}” lies beyond the last column`)
  const { values = [] } = namesOf(outcome)
  const said = text.trim()
  const found = values.find((one) => one.value === said || one.label.toLowerCase() === said.toLowerCase())
  const value = values.length ? found?.value : said
  if (value === undefined) throw new UnreadableCell(`“${said}” is not among the choices`)
  return { ...row, outcome: { ...row.outcome, [outcome]: value } }
}

/**
 * A range of a sheet, laid over a grid from a cell on; lines beyond the last become rows. A cell that cannot be read stays
 * as it was. In a new row it would ask nothing, so that the row would fit far more than was meant: such a row is
 * switched off, and its note says what is missing.
 * @param text lines with tabs between their cells
 * @param at the row and the column of the first cell, from 0; outcomes stand after the columns
 */
export function withPasted(text: string, [top, left]: readonly [number, number], grid: Grid): Pasted {
  const lines = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data
  const rows = [...grid.table.rows]
  const problems: string[] = []
  let taken = 0
  lines.forEach((line, down) => {
    const index = top + down
    const known = rows[index]
    const unread: string[] = []
    let row =
      known ??
      grid.freshRow(
        rows,
        grid.table.columns.map(() => null),
      )
    line.forEach((one, right) => {
      try {
        row = withCell(row, left + right, one, grid)
        taken++
      } catch (error) {
        if (!(error instanceof UnreadableCell)) throw error
        unread.push(error.message)
      }
    })
    problems.push(...unread.map((one) => `row ${index + 1}: ${one}`))
    rows[index] =
      known || !unread.length ? row : { ...row, off: true, note: `Not read: ${unread.join('; ')}` }
  })
  return { rows, taken, problems }
}
