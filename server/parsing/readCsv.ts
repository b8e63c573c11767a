import Papa from 'papaparse'
import { FileRefused, MOST_CHARACTERS, MOST_COLUMNS, MOST_ROWS } from './limits'

/** What a CSV file (RFC 4180) holds, line by line, with what is wrong with its quotation marks. */
export interface ReadCsv {
  lines: string[][]
  /** The first line whose quotation marks do not fit, from 1. */
  broken?: { line: number; why: string }
}

/** Reads no further than is taken in any case. @throws FileRefused when it is too long or too wide */
export function readCsv(text: string): ReadCsv {
  if (text.length > MOST_CHARACTERS)
    throw new FileRefused(
      `The file has more than ${MOST_CHARACTERS / 1_000_000} million characters; take it in parts.`,
    )
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    // One line more than may be, and one for the headings, to know that there are more.
    preview: MOST_ROWS + 2,
  })
  if (data.length > MOST_ROWS + 1)
    throw new FileRefused(`The file has more than ${MOST_ROWS} lines; take it in parts.`)
  if (data.some((line) => line.length > MOST_COLUMNS))
    throw new FileRefused(`The file has more than ${MOST_COLUMNS} columns.`)
  const quotes = errors.find((one) => one.type === 'Quotes')
  return { lines: data, ...(quotes && { broken: { line: (quotes.row ?? 0) + 1, why: quotes.message } }) }
}
