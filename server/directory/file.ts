import { csvOf } from '../../core/clock'
import {
  columnsOf,
  FilePlan,
  linesOf,
  type LinePlan,
  type LineReport,
  type ListName,
} from '../../core/directory'
import { Refused } from '../../core/ticket'
import { makeWord, refusalOf, worldOf, type By } from '../commands/directory'
import { LINES_AT_ONCE, writeLines } from '../commands/listLines'
import type { Desk } from '../commands/desk'
import { directoryChanged } from '../commands/people'
import { parseApart } from '../parsing/parse'
import { linesOfWorkbook, workbookOf } from '../tables/sheet'

export interface FileReport {
  lines: LineReport[]
  taken: boolean
  /** Words that are made with it, such as skills, by name. */
  makes: { list: ListName; name: string }[]
}

/** After so many lines others are let in. */
const YIELD_EVERY = 200

const othersGo = () => new Promise((go) => setImmediate(go))

/** A list of so many lines takes a thread some seconds to read, on a machine that has much else to do. */
const MOST_READING = 30_000

/** What a file is told how far it is, now and then; it may throw, and nothing is taken then. */
export type Hear = (doing: 'looking' | 'taking', done: number, total: number) => Promise<void> | void

/** A list as a file: CSV after RFC 4180, or a workbook. */
export async function fileOfList(desk: Desk, list: ListName, as: 'csv' | 'xlsx'): Promise<string | Buffer> {
  const world = await worldOf(desk)
  const lines = [columnsOf(list)]
  for (const line of linesOf(list, world)) {
    if (lines.push(line) % (YIELD_EVERY * 10) === 0) await othersGo()
  }
  return as === 'csv' ? csvOf(lines) : workbookOf(list, lines)
}

/**
 * Looks at a file line by line, or takes in the lines that are right, all in one transaction. A line says something of
 * what has its id, or what it is known by; else it makes something new. The same file again changes nothing.
 * @throws Refused when it is no such file at all
 */
export async function takeFile(
  desk: Desk,
  { list, content, as, take }: { list: ListName; content: Buffer; as: 'csv' | 'xlsx'; take: boolean },
  by: By,
  hear: Hear = () => undefined,
): Promise<FileReport> {
  const records = recordsOf(await linesIn(content, as), columnsOf(list))
  const world = await worldOf(desk)
  const plan = new FilePlan(list, world, by.rights)
  for (const [at, record] of records.entries()) {
    if (at % YIELD_EVERY === 0) await othersGo()
    plan.register(record, at + 2)
  }
  const planned: LinePlan[] = []
  for (let at = 0; at < plan.length; at++) {
    if (at % YIELD_EVERY === 0) {
      await othersGo()
      await hear('looking', at, plan.length)
    }
    planned.push(await allowed(desk, list, plan.plan(at), by))
  }
  const right = planned.filter((one) => one.report.outcome === 'new' || one.report.outcome === 'changed')
  if (take && right.length) {
    await desk.db.transaction().execute(async (trx) => {
      for (const word of plan.makes) await makeWord(trx, word, by)
      for (let at = 0; at < right.length; at += LINES_AT_ONCE) {
        await hear('taking', at, right.length)
        const plans = right.slice(at, at + LINES_AT_ONCE)
        const ids = await writeLines(trx, desk, { list, plans, world }, by)
        for (const [place, one] of plans.entries()) one.report.id = ids[place]
      }
    })
    await directoryChanged(desk, [
      ...plan.makes.map((one) => [one.list, one.id] as const),
      ...right.map((one) => [list, one.report.id ?? ''] as const),
    ])
  }
  return {
    lines: planned.map((one) => one.report),
    taken: take,
    makes: plan.makes.map(({ list: of, name }) => ({ list: of, name })),
  }
}

/** A line that whoever brings the file may not take in is wrong, and keeps the others from nothing. */
async function allowed(desk: Desk, list: ListName, plan: LinePlan, by: By): Promise<LinePlan> {
  if (plan.report.outcome !== 'changed') return plan
  const message = await refusalOf(desk, list, plan, by)
  if (message === undefined) return plan
  return { ...plan, report: { ...plan.report, outcome: 'wrong', problems: [{ field: 'id', message }] } }
}

async function linesIn(content: Buffer, as: 'csv' | 'xlsx'): Promise<string[][]> {
  if (as === 'xlsx') return linesOfWorkbook(content)
  const { lines, broken } = await parseApart('csvList', textOf(content), MOST_READING)
  if (broken) throw wrongFile(`line ${broken.line}: ${broken.why}`)
  return lines
}

/** Letters that were kept in another way would be taken in wrong without anybody noticing. */
function textOf(content: Buffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(content)
  } catch {
    throw wrongFile('it is not written in UTF-8; save it as “CSV UTF-8”, or as a workbook (XLSX)')
  }
}

function recordsOf(lines: string[][], columns: readonly string[]): Record<string, string>[] {
  const [first = [], ...rest] = lines
  const headings = first.map((one) => one.trim())
  const known = headings.map((one) => columns.find((column) => column.toLowerCase() === one.toLowerCase()))
  const unknown = headings.filter((one, at) => one && known[at] === undefined)
  if (unknown.length)
    throw wrongFile(
      `it has columns that are not known here: ${unknown.slice(0, 10).join(', ')}. Known are ${columns.join(', ')}`,
    )
  const twice = known.find((one, at) => one !== undefined && known.indexOf(one) !== at)
  if (twice) throw wrongFile(`it has the column ${twice} twice`)
  if (rest.length === 0) throw wrongFile('it has no lines below its headings')
  return rest.map((line) =>
    Object.fromEntries(known.flatMap((name, at) => (name ? [[name, fieldOf(line[at] ?? '')]] : []))),
  )
}

const wrongFile = (why: string) => new Refused('invalid', `The file cannot be read: ${why}.`)

/** A field without what our own export puts before a text that a spreadsheet would take for a formula. */
const fieldOf = (text: string) => text.trim().replace(/^'(?=[=+\-@])/, '')
