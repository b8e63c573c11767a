import Papa from 'papaparse'

/** A cell, by where it stands. */
export interface Cell {
  row: number
  column: number
}

/** Cells from one corner to the other, both of them in it. */
export interface Range {
  top: number
  left: number
  bottom: number
  right: number
}

/** One cell that is to be something else. */
export interface CellChange {
  /** The key of its row. */
  key: string | number
  column: string
  text: string
}

export interface GridColumn {
  /** Of the property that it shows. */
  name: string
  label: string
  width?: string
  /** Figures stand below each other, in monospace and to the right. */
  figures?: boolean
  /** Nobody types into it. */
  readonly?: boolean
}

/** So many cells are taken over at once at most. */
export const MOST_CELLS = 20_000

const STEPS: Record<string, readonly [rows: number, columns: number]> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
}
const within = (value: number, count: number) => Math.max(0, Math.min(count - 1, value))

/**
 * Where a key leads from a cell.
 * @param page how many rows are in sight
 * @returns undefined where the key leads nowhere
 */
export function stepFrom(
  { row, column }: Cell,
  { key, ctrlKey, metaKey }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey'>,
  rows: number,
  columns: number,
  page: number,
): Cell | undefined {
  const isFar = ctrlKey || metaKey
  const step = STEPS[key]
  if (step)
    return {
      row: within(isFar && step[0] ? (step[0] > 0 ? rows : 0) : row + step[0], rows),
      column: within(isFar && step[1] ? (step[1] > 0 ? columns : 0) : column + step[1], columns),
    }
  if (key === 'Home') return { row: isFar ? 0 : row, column: 0 }
  if (key === 'End') return { row: isFar ? rows - 1 : row, column: columns - 1 }
  if (key === 'PageDown') return { row: within(row + page, rows), column }
  if (key === 'PageUp') return { row: within(row - page, rows), column }
  return undefined
}

export const rangeOf = (a: Cell, b: Cell): Range => ({
  top: Math.min(a.row, b.row),
  bottom: Math.max(a.row, b.row),
  left: Math.min(a.column, b.column),
  right: Math.max(a.column, b.column),
})

/** Cells as a spreadsheet takes them: a line for each row, tabs between. */
export const copied = (cells: readonly (readonly string[])[]): string =>
  Papa.unparse(cells as string[][], { delimiter: '\t', newline: '\n' })

/**
 * What was copied from a spreadsheet, or from here, as rows of cells.
 * @returns undefined where it is more than is taken over at once
 */
export function pastedCells(text: string): string[][] | undefined {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' })
  return data.reduce((sum, one) => sum + one.length, 0) > MOST_CELLS ? undefined : data
}

/** Fills a range with what was pasted: one cell fills all of it, more stand as they stood, from its first cell on. */
export function placed(pasted: readonly (readonly string[])[], range: Range): (Cell & { text: string })[] {
  const isOne = pasted.length === 1 && pasted[0]?.length === 1
  if (!isOne)
    return pasted.flatMap((line, row) =>
      line.map((text, column) => ({ row: range.top + row, column: range.left + column, text })),
    )
  const text = pasted[0]![0]!
  const all: (Cell & { text: string })[] = []
  for (let row = range.top; row <= range.bottom; row++)
    for (let column = range.left; column <= range.right; column++) all.push({ row, column, text })
  return all
}
