import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { csvOf } from '../../core/clock'
import { KINDS, LIST_NAMES, type LineReport, type ListName } from '../../core/directory'
import { isOneOf } from '../../core/lookup'
import { Refused } from '../../core/ticket'
import { machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import type { ListFileState, ListFileSummary } from '../db/tables'
import { takeFile, type Hear } from '../directory/file'
import { rightsNow, type By } from './directory'
import type { Desk } from './desk'

/** A file of a list, as whoever sent it sees it. */
export interface ListFilePage {
  id: string
  list: ListName
  name: string
  state: ListFileState
  done: number
  total: number
  /** Why it cannot be read. */
  problem: string | null
  summary: ListFileSummary | null
  /** The first lines that are wrong. */
  wrong: LineReport[]
}

/** Files of one person that are at work or wait to be taken in. */
const MOST_AT_ONCE = 4
/** Wrong lines that are shown at once; all of them are in the report. */
const SHOWN = 100

const OPEN: readonly ListFileState[] = ['waiting', 'looking', 'taking']

interface Sent {
  list: ListName
  name: string
  as: 'csv' | 'xlsx'
  content: Buffer
}

/** Takes down a file that a worker is to look at. @throws Refused where somebody has too many at work already */
export async function sendFile(
  desk: Desk,
  { list, name, as, content }: Sent,
  by: By,
): Promise<{ id: string }> {
  const person = by.person ?? ''
  const id = randomUUID()
  await desk.db.transaction().execute(async (trx) => {
    await sql`select pg_advisory_xact_lock(${4_205}, hashtext(${person}))`.execute(trx)
    const { open } = await trx
      .selectFrom('list_file')
      .select((e) => e.fn.countAll<number>().as('open'))
      .where('person', '=', person)
      .where('state', 'in', OPEN)
      .executeTakeFirstOrThrow()
    if (open >= MOST_AT_ONCE)
      throw new Refused('conflict', 'Four of your files are being looked at; wait for one, or call it off.')
    // What was looked at and forgotten does not pile up.
    await sql`delete from list_file where person = ${person} and state not in ('waiting', 'looking', 'taking') and id not in (
      select id from list_file where person = ${person} order by sent_at desc limit ${MOST_AT_ONCE})`.execute(
      trx,
    )
    await trx
      .insertInto('list_file')
      .values({
        ...{ id, list, name, as, content, person, state: 'waiting' },
        by: wayOf(by),
      })
      .execute()
    await queue(trx, id)
  })
  return { id }
}

/** How it is done, as it is written down for the worker; the right to is looked at when it is. */
const wayOf = ({ way }: By) => JSON.stringify({ way })

const queue = (
  db: Pick<Database, 'selectFrom'> & Parameters<ReturnType<typeof sql>['execute']>[0],
  id: string,
) =>
  sql`select graphile_worker.add_job('listFile', ${JSON.stringify({ id })}::json, max_attempts := 4, priority := 5)`.execute(
    db,
  )

const own = (db: Database, id: string, { person }: Pick<By, 'person'>) =>
  db
    .selectFrom('list_file')
    .where('id', '=', id)
    .where('person', '=', person ?? '')

const gone = () =>
  new Refused('missing', 'There is no such file of yours; files are kept for a day. Send it again.')

/** How far a file is, and what it would do. @throws Refused where it is not there, or somebody else's */
export async function filePage(desk: Desk, id: string, by: Pick<By, 'person'>): Promise<ListFilePage> {
  const row = await own(desk.db, id, by)
    .select(['id', 'list', 'name', 'state', 'done', 'total', 'problem', 'summary'])
    .select(
      sql<
        LineReport[] | null
      >`(select jsonb_agg(one) from (select one from jsonb_array_elements(coalesce(lines, '[]')) as one
        where one->>'outcome' = 'wrong' limit ${SHOWN}) as wrong)`.as('wrong'),
    )
    .executeTakeFirst()
  if (!row || !isOneOf(LIST_NAMES, row.list)) throw gone()
  return { ...row, list: row.list, wrong: row.wrong ?? [] }
}

/** The newest file of a list that somebody sent and that is not done with; null for none. */
export async function lastFile(
  desk: Desk,
  list: ListName,
  by: Pick<By, 'person'>,
): Promise<ListFilePage | null> {
  const row = await desk.db
    .selectFrom('list_file')
    .select('id')
    .where('person', '=', by.person ?? '')
    .where('list', '=', list)
    .where('state', '<>', 'calledOff')
    .orderBy('sent_at', 'desc')
    .limit(1)
    .executeTakeFirst()
  return row ? filePage(desk, row.id, by) : null
}

/** What becomes of each line, as a file. */
export async function reportOf(desk: Desk, id: string, by: Pick<By, 'person'>): Promise<string> {
  const row = await own(desk.db, id, by).select('lines').executeTakeFirst()
  if (!row) throw gone()
  return csvOf([
    ['line', 'outcome', 'id', 'name', 'problems'],
    ...(row.lines ?? []).map(({ line, outcome, id: of = '', name, problems }) => [
      ...[String(line), outcome, of, name],
      problems.map(({ field, message }) => `${field}: ${message}`).join('; '),
    ]),
  ])
}

/** Lets a worker take in the lines that are right. @throws Refused where it was not looked at, or is taken in already */
export async function takeSent(desk: Desk, id: string, by: By): Promise<void> {
  await desk.db.transaction().execute(async (trx) => {
    const done = await trx
      .updateTable('list_file')
      .set({ state: 'taking', done: 0, by: wayOf(by) })
      .where('id', '=', id)
      .where('person', '=', by.person ?? '')
      .where('state', '=', 'looked')
      .executeTakeFirst()
    if (!done.numUpdatedRows) {
      const { state } = await filePage(desk, id, by)
      throw new Refused('conflict', NOT_NOW[state] ?? 'This file cannot be taken in any more; send it again.')
    }
    await queue(trx, id)
  })
}

const NOT_NOW: Partial<Record<ListFileState, string>> = {
  waiting: 'It is not looked at yet; wait until each line is.',
  looking: 'It is not looked at yet; wait until each line is.',
  taking: 'It is being taken in already.',
  taken: 'It was taken in already.',
}

/** Ends a file: one that is looked at or taken in stops, and nothing of it is taken. */
export async function callOffFile(desk: Desk, id: string, by: By): Promise<void> {
  const row = await own(desk.db, id, by).select('state').executeTakeFirst()
  if (!row) throw gone()
  await desk.db
    .updateTable('list_file')
    .set({ state: 'calledOff', content: Buffer.alloc(0), lines: null })
    .where('id', '=', id)
    .execute()
}

/** How often what is at work says how far it is. */
const TELLS_EVERY = 250

class CalledOff extends Error {}

/**
 * Looks at a file that was sent, or takes in what of it is right; all of it or nothing. A worker that is killed leaves
 * it to the next, which begins anew.
 * @param isLast whether it is not tried again
 * @param goesOn called now and then while it is at work
 */
export async function doFile(
  desk: Desk,
  id: string,
  isLast: boolean,
  goesOn: () => void = () => undefined,
): Promise<void> {
  const row = await desk.db.selectFrom('list_file').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row || !isOneOf(OPEN, row.state) || !isOneOf(LIST_NAMES, row.list)) return
  const { list, as, content, person } = row
  const take = row.state === 'taking'
  const rights = await rightsNow(desk, person)
  const by: By = { way: row.by.way, person, rights }
  await put(desk, id, { state: take ? 'taking' : 'looking' })
  try {
    const report = await takeFile(desk, { list, content, as, take }, by, hearing(desk, id, goesOn))
    const counts = { new: 0, changed: 0, same: 0, wrong: 0 }
    for (const one of report.lines) counts[one.outcome]++
    await put(desk, id, {
      ...{ state: take ? 'taken' : 'looked', done: report.lines.length, total: report.lines.length },
      summary: JSON.stringify({ counts, makes: report.makes }),
      lines: JSON.stringify(report.lines),
      ...(take && { content: Buffer.alloc(0) }),
    })
  } catch (error) {
    if (error instanceof CalledOff) return
    const isRefused = error instanceof Refused
    if (!isRefused && !isLast) throw error
    const problem = isRefused
      ? error.message
      : 'This could not be done, and nothing of it was taken in; send it again.'
    await put(desk, id, { state: 'failed', problem })
    if (!isRefused) throw error
  }
}

/** Changes a file that is not called off. */
async function put(desk: Desk, id: string, values: object): Promise<boolean> {
  const done = await desk.db
    .updateTable('list_file')
    .set(values)
    .where('id', '=', id)
    .where('state', '<>', 'calledOff')
    .executeTakeFirst()
  return done.numUpdatedRows > 0n
}

/** Writes down how far it is, a few times a second, and stops what was called off. */
function hearing(desk: Desk, id: string, goesOn: () => void): Hear {
  let told = 0
  return async (_, done, total) => {
    if (machineNow() - told < TELLS_EVERY) return
    told = machineNow()
    goesOn()
    if (!(await put(desk, id, { done, total }))) throw new CalledOff()
  }
}

/** Forgets files that were sent more than a day ago. */
export async function sweepListFiles(db: Database): Promise<void> {
  await db
    .deleteFrom('list_file')
    .where(sql<boolean>`sent_at < now() - interval '1 day'`)
    .execute()
}

/** What a file is called where nobody has said so. */
export const fileNameOf = (list: ListName, as: 'csv' | 'xlsx') => `${KINDS[list].plural}.${as}`
