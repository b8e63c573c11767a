import ExcelJS from 'exceljs'
import { Refused } from '../../core/ticket'
import {
  cellFromText,
  cellToText,
  UnreadableCell,
  type Cell,
  type CellNames,
  type DecisionTable,
} from '../../core/table'
import { parseApart } from '../parsing/parse'
import type { ReadTable } from './readTable'

/** Before the name of an outcome in the headings. */
const ARROW = '→ '
const OTHERS = ['row', 'off', 'note'] as const

/** What the files of sheets say that they are. */
export const SHEET_TYPES = {
  csv: 'text/csv; charset=utf-8; header=present',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
}

type NamesOf = (fact: string) => CellNames

/** A decision table as lines of a sheet: headings, then a line a row. Columns are headed by the facts' own names. */
export function tableToLines(table: DecisionTable, namesOf: NamesOf): string[][] {
  const headings = ['row', ...table.columns, ...table.outcomes.map((name) => ARROW + name), 'off', 'note']
  const lines = table.rows.map((row) => [
    row.id,
    ...table.columns.map((fact, index) => cellToText(row.cells[index] ?? null, namesOf(fact))),
    ...table.outcomes.map((name) => labelOf(row.outcome[name] ?? '', namesOf(name))),
    row.off ? 'off' : '',
    row.note ?? '',
  ])
  return [headings, ...lines]
}

const labelOf = (value: string, { values }: CellNames) => {
  const label = values?.find((one) => one.value === value)?.label ?? value
  return values?.find((one) => one.label === label)?.value === value ? label : value
}

/**
 * Reads a table from the lines of a sheet, by their headings.
 * @throws Refused when there are no headings that can be read
 */
export function tableFromLines(lines: string[][], namesOf: NamesOf): ReadTable {
  const [headings = [], ...rest] = lines.filter((line) => line.some((cell) => cell.trim()))
  const heads = headings.map((one) => one.trim())
  const columns = heads.filter(
    (one) => one && !one.startsWith(ARROW.trim()) && !OTHERS.includes(one as 'row'),
  )
  const outcomes = heads.filter((one) => one.startsWith(ARROW.trim())).map(withoutArrow)
  if (!columns.length || !outcomes.length)
    throw new Refused(
      'invalid',
      'The first line has no headings of a decision table: facts, and outcomes after →.',
    )
  const outcomePlaces = new Map(
    heads.flatMap((one, index) => (one.startsWith('→') ? [[withoutArrow(one), index] as const] : [])),
  )
  const problems: ReadTable['problems'] = []
  const places = new Map(heads.map((one, index) => [one, index]))
  const at = (line: string[], heading: string) => line[places.get(heading) ?? -1]?.trim() ?? ''
  const seen = new Set<string>()
  const rows = rest.map((line, index): DecisionTable['rows'][number] => {
    const cells = columns.map((fact): Cell => {
      try {
        return cellFromText(at(line, fact), namesOf(fact))
      } catch (error) {
        if (!(error instanceof UnreadableCell)) throw error
        problems.push({ row: index + 1, column: fact, message: error.message })
        return null
      }
    })
    const outcome = Object.fromEntries(
      outcomes.map((name) => [name, idOf(line[outcomePlaces.get(name) ?? -1] ?? '', namesOf(name))]),
    )
    const note = at(line, 'note')
    return {
      id: freshId(at(line, 'row'), index, seen),
      cells,
      outcome,
      ...(at(line, 'off') && { off: true }),
      ...(note && { note }),
    }
  })
  return { columns, outcomes, rows, problems }
}

const withoutArrow = (heading: string) => heading.replace(/^→\s*/, '')

function freshId(said: string, index: number, seen: Set<string>): string {
  const wanted = said || `row-${index + 1}`
  let id = wanted
  for (let number = 2; seen.has(id); number++) id = `${wanted}-${number}`
  seen.add(id)
  return id
}

const idOf = (text: string, { values }: CellNames) =>
  values?.find((one) => one.value === text.trim())?.value ??
  values?.find((one) => one.label.toLowerCase() === text.trim().toLowerCase())?.value ??
  text.trim()

/** Lines of a CSV file (RFC 4180). @throws Refused when it is too long */
export async function linesOfCsv(text: string): Promise<string[][]> {
  const { lines } = await parseApart('csv', text)
  // What would be a formula in a sheet was written with a mark before it.
  return lines.map((line) => line.map((cell) => cell.replace(/^'(?=[-+=@])/, '')))
}

/** A sheet as an Office Open XML workbook, the headings fast at the top. */
export async function workbookOf(name: string, lines: string[][]): Promise<Buffer> {
  const book = new ExcelJS.Workbook()
  // Names of sheets are short and have no such signs.
  const sheet = book.addWorksheet(name.replace(/[[\]:*?/\\]/g, ' ').slice(0, 31) || 'Table', {
    views: [{ state: 'frozen', ySplit: 1 }],
  })
  sheet.addRows(lines)
  sheet.getRow(1).font = { bold: true }
  lines[0]?.forEach((_, index) => {
    const longest = Math.max(...lines.map((line) => line[index]?.length ?? 0))
    sheet.getColumn(index + 1).width = Math.min(48, longest + 2)
  })
  return Buffer.from(await book.xlsx.writeBuffer())
}

/** @throws Refused when it is no workbook, or too large a one */
export const linesOfWorkbook = (content: Buffer): Promise<string[][]> => parseApart('workbook', content)
