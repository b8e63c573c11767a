import Papa from 'papaparse'
import { FileRefused, MOST_CHARACTERS, MOST_COLUMNS, MOST_ROWS, type FileLimits } from './limits'

/** What a CSV file (RFC 4180) holds, line by line, with what is wrong with its quotation marks. */
export interface ReadCsv {
  lines: string[][]
  /** The first line whose quotation marks do not fit, from 1. */
  broken?: { line: number; why: string }
}

/** Reads no further than is taken in any case. @throws FileRefused when it is too long or too wide */
export function readCsv(
  text: string,
  { rows, characters }: FileLimits = { rows: MOST_ROWS, characters: MOST_CHARACTERS },
): ReadCsv {
  if (text.length > characters)
    throw new FileRefused(
      `The file has more than ${characters / 1_000_000} million characters; take it in parts.`,
    )
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    // One line more than may be, and one for the headings, to know that there are more.
    preview: rows + 2,
  })
  if (data.length > rows + 1) throw new FileRefused(`The file has more than ${rows} lines; take it in parts.`)
  if (data.some((line) => line.length > MOST_COLUMNS))
    throw new FileRefused(`The file has more than ${MOST_COLUMNS} columns.`)
  const quotes = errors.find((one) => one.type === 'Quotes')
  return { lines: data, ...(quotes && { broken: { line: (quotes.row ?? 0) + 1, why: quotes.message } }) }
}
