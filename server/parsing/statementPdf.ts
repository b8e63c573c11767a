import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import { FileRefused } from './limits'
import type { SheetLine, StatementSheet } from '../../core/clock'
import { faces, runsOf, type Faces } from './paperFonts'

const INK = '#14222c'
const QUIET = '#5a6770'
const RULE = '#c9c2b2'

/** Puts words into pieces of faces that have their letters. */
type Words = (text: string) => Content[]

/** A cell of the table, quiet where no time was counted. */
const cellOf =
  (words: Words) =>
  (text: string, isQuiet: boolean, more: object = {}): TableCell => ({
    text: words(text),
    ...(isQuiet && { color: QUIET }),
    ...more,
  })

function cellsOf(line: SheetLine, cell: ReturnType<typeof cellOf>, more: object = {}): TableCell[] {
  const { isQuiet } = line
  return [
    cell(line.from, isQuiet, { noWrap: true, ...more }),
    cell(line.to, isQuiet, { noWrap: true, ...more }),
    cell(line.what, isQuiet, more),
    cell(line.time, isQuiet, { alignment: 'right', ...more }),
    cell(line.balance, isQuiet, { alignment: 'right', ...more }),
  ]
}

/** Rules of a ledger: a strong one under the head and above the sums, thin ones between the lines. */
function rules(lines: number) {
  const isStrong = (row: number) => row === 1 || row === lines + 1
  return {
    hLineWidth: (row: number) => (row === 0 || row === lines + 2 ? 0 : isStrong(row) ? 1 : 0.4),
    hLineColor: (row: number) => (isStrong(row) ? INK : RULE),
    vLineWidth: () => 0,
    paddingLeft: (column: number) => (column === 0 ? 0 : 6),
    paddingRight: (column: number) => (column === 4 ? 0 : 6),
    paddingTop: () => 2.5,
    paddingBottom: () => 2.5,
  }
}

function drawing(sheet: StatementSheet, known: Faces): TDocumentDefinitions {
  const words: Words = (text) => runsOf(text, known)
  const cell = cellOf(words)
  const head = sheet.columns.map((name, column) =>
    cell(name, false, { bold: true, ...(column > 2 && { alignment: 'right' }) }),
  )
  const body = [
    head,
    ...sheet.lines.map((line) => cellsOf(line, cell)),
    cellsOf(sheet.sum, cell, { bold: true }),
  ]
  return {
    info: { title: sheet.title },
    // Those who cannot see it hear its table as a table (ISO 32000-1, 14.8).
    ...{ tagged: true, displayTitle: true, lang: 'en' },
    pageSize: 'A4',
    pageMargins: [48, 48, 48, 56],
    defaultStyle: { font: known[0].name, fontSize: 9, color: INK },
    content: [
      { text: words(sheet.title), fontSize: 15, bold: true, margin: [0, 0, 0, 4] },
      ...sheet.about.map((text): Content => ({ text: words(text), color: QUIET, margin: [0, 0, 0, 2] })),
      {
        table: { headerRows: 1, dontBreakRows: true, widths: ['auto', 'auto', '*', 'auto', 'auto'], body },
        layout: rules(sheet.lines.length),
        margin: [0, 10, 0, 0],
      },
    ],
    footer: (page: number, of: number): Content => ({
      columns: [
        { text: words(sheet.title), color: QUIET },
        { text: `${page} / ${of}`, alignment: 'right', width: 60 },
      ],
      fontSize: 8,
      margin: [48, 18, 48, 0],
    }),
  }
}

/** Most lines of one sheet: some fifty pages. */
const MOST_LINES = 2_000

/**
 * A statement as a PDF file, A4, with its fonts in it and its table marked as one.
 * @throws FileRefused when it has too many lines
 */
export async function pdfOfStatement(sheet: StatementSheet): Promise<Uint8Array> {
  if (sheet.lines.length > MOST_LINES)
    throw new FileRefused(
      `This statement has ${sheet.lines.length} lines, too many for a sheet; fetch it as CSV.`,
    )
  const [known, { default: pdfmake }] = await Promise.all([faces(), import('pdfmake')])
  // The library's own files, which its types do not know.
  const { virtualfs } = pdfmake as unknown as { virtualfs: typeof import('node:fs') }
  // Nothing is fetched for it, and no file is read but those.
  pdfmake.setUrlAccessPolicy(() => false)
  pdfmake.setLocalAccessPolicy(() => false)
  for (const { name, normal, bold } of known) {
    virtualfs.writeFileSync(`${name}-normal`, normal)
    virtualfs.writeFileSync(`${name}-bold`, bold)
  }
  pdfmake.setFonts(
    Object.fromEntries(known.map(({ name }) => [name, { normal: `${name}-normal`, bold: `${name}-bold` }])),
  )
  return new Uint8Array(await pdfmake.createPdf(drawing(sheet, known)).getBuffer())
}
