import { readIcalendar } from '../calendars/icalendar'
import { LIST_LIMITS } from './limits'
import { readCsv } from './readCsv'
import { decisionOf } from './readDmn'
import { readMail } from './readMail'
import { linesOfWorkbook } from './readWorkbook'
import { pdfOfStatement } from './statementPdf'

/**
 * Everything that reads what strangers and files say, and what draws for them what takes long; each runs apart, in a
 * thread that can be ended.
 */
export const PARSERS = {
  mail: readMail,
  workbook: linesOfWorkbook,
  csv: (text: string) => readCsv(text),
  /** A list of the directory, which may be longer. */
  csvList: (text: string) => readCsv(text, LIST_LIMITS),
  dmn: decisionOf,
  icalendar: readIcalendar,
  statementPdf: pdfOfStatement,
}

export type Parsers = typeof PARSERS
export type ParserName = keyof Parsers
