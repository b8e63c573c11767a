import { plainToInstance, type ClassConstructor } from 'class-transformer'
import { validate } from 'class-validator'
import { Refused, type FieldProblem } from '../../core/ticket'
import type { Desk } from '../commands/desk'
import { directoryChanged } from '../commands/people'
import type { Trx } from '../db/connection'
import { constraintProblems } from '../http/constraints'
import { parseApart } from '../parsing/parse'

/** How lines of a file become rows of a table. */
export interface FileKind<B extends object, R> {
  columns: readonly string[]
  /** Columns that hold numbers. */
  numbers: readonly string[]
  body: ClassConstructor<B>
  row(desk: Desk, body: B): Promise<{ row?: R; problems: FieldProblem[] }>
  isThere(desk: Desk, number: number): Promise<boolean>
  write(trx: Trx, row: R, number?: number): Promise<number>
}

/** What becomes of one line of a file. */
export interface LineReport {
  /** In the file, the headings being line 1. */
  line: number
  outcome: 'new' | 'changed' | 'wrong'
  /** The number that it has, or was given. */
  number?: number
  problems: FieldProblem[]
}

export interface FileReport {
  lines: LineReport[]
  taken: boolean
}

/** After so many lines others are let in. */
const YIELD_EVERY = 20

/**
 * Reads a file line by line; a line with a number changes what has that number, one without makes something new.
 * @param take writes the lines that are right, all in one transaction; without it nothing is changed
 * @throws Refused when it is no such file at all
 */
export async function takeCsv<B extends object, R>(
  desk: Desk,
  kind: FileKind<B, R>,
  text: string,
  take: boolean,
): Promise<FileReport> {
  const records = await readRecords(text, kind.columns)
  const read = []
  for (const [index, record] of records.entries()) {
    // A long file lets others be answered in between.
    if (index % YIELD_EVERY === 0) await new Promise((go) => setImmediate(go))
    read.push(await readLine(desk, kind, record, index + 2))
  }
  const right = read.filter((one) => one.report.outcome !== 'wrong')
  if (take && right.length) {
    await desk.db.transaction().execute(async (trx) => {
      for (const one of right) one.report.number = await kind.write(trx, one.row!, one.report.number)
    })
    await directoryChanged(desk)
  }
  return { lines: read.map((one) => one.report), taken: take }
}

async function readRecords(text: string, columns: readonly string[]): Promise<Record<string, string>[]> {
  const { lines, broken } = await parseApart('csv', text)
  if (broken) throw wrongFile(`line ${broken.line}: ${broken.why}`)
  const [first = [], ...rest] = lines
  const headings = first.map((one) => one.trim().toLowerCase())
  const unknown = headings.filter((one) => !columns.includes(one))
  if (unknown.length)
    throw wrongFile(
      `it has columns that are not known here: ${unknown.join(', ')}. Known are ${columns.join(', ')}`,
    )
  if (rest.length === 0) throw wrongFile('it has no lines below its headings')
  return rest.map((line) =>
    Object.fromEntries(headings.map((heading, index) => [heading, line[index] ?? ''])),
  )
}

const wrongFile = (why: string) => new Refused('invalid', `The file cannot be read: ${why}.`)

/** A field without what our own export puts before a text that a spreadsheet would take for a formula. */
const fieldOf = (text: string) => text.trim().replace(/^'(?=[=+\-@])/, '')

async function readLine<B extends object, R>(
  desk: Desk,
  kind: FileKind<B, R>,
  record: Record<string, string>,
  line: number,
): Promise<{ report: LineReport; row?: R }> {
  const fields = Object.fromEntries(
    Object.entries(record).flatMap(([name, value]) => {
      const field = fieldOf(String(value ?? ''))
      if (field === '' || !kind.columns.includes(name)) return []
      return [[name, kind.numbers.includes(name) ? Number(field) : field]]
    }),
  )
  const { number, ...rest } = fields as { number?: number }
  const instance = plainToInstance(kind.body, rest, { exposeDefaultValues: true })
  const found = (await validate(instance, { whitelist: true, forbidUnknownValues: true })).flatMap((error) =>
    constraintProblems(error, error.property),
  )
  if (number !== undefined && !(Number.isSafeInteger(number) && (await kind.isThere(desk, number))))
    found.push({
      field: 'number',
      message: `there is none of the number ${number}; leave it empty for a new one`,
    })
  const { row, problems } = found.length
    ? { row: undefined, problems: found }
    : await kind.row(desk, instance)
  if (!row) return { report: { line, outcome: 'wrong', number, problems } }
  const outcome = number === undefined ? 'new' : 'changed'
  return { report: { line, outcome, number, problems: [] }, row }
}
