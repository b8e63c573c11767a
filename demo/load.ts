import { sql } from 'kysely'
import { CompiledDesign, Directory } from '../core/design'
import { keptMessages } from '../core/ticket'
import { DAY } from '../core/time'
import { startDemoClock } from '../server/clock/deskClock'
import { entryRow, FOLLOWING, ticketRow } from '../server/db/rows'
import type { Database, Trx } from '../server/db/connection'
import { recordedRow } from '../server/delivery/outbox'
import { hashPassword } from '../server/base/secrets'
import { demoDesign } from './design'
import { DEMO_BEGINS, DEMO_PASSWORD, demoDirectory } from './directory'
import { fillDirectory } from './fill'
import { ARTICLES, IN_NORWEGIAN, MISSED_SEARCHES, SAID_OF_ARTICLES, TOGETHER } from './articles'
import { wantJobs } from './jobs'
import { livePast, type PastTicket } from './past'
import { VIEWS } from './work'
import { keysOf, oneBy } from '../core/lookup'

const SEED = 4_203
const BATCH = 250

export interface DemoSize {
  tickets: number
}

/** Whether the database holds anybody yet. */
export async function isEmpty(db: Database): Promise<boolean> {
  return (await db.selectFrom('person').select('id').limit(1).execute()).length === 0
}

/**
 * Loads the sample world in one transaction: all of it or nothing.
 * @param say told how far it is
 */
export async function loadDemo(
  db: Database,
  size: DemoSize,
  say: (line: string) => void = () => undefined,
): Promise<void> {
  const data = demoDirectory()
  const design = new CompiledDesign(demoDesign(), 1)
  const directory = new Directory(data)
  say(`living through twelve months with about ${size.tickets} tickets`)
  const past = livePast(design, directory, DEMO_BEGINS, size.tickets, SEED)
  wantJobs(past, design, directory)
  const password = await hashPassword(DEMO_PASSWORD)
  await db.transaction().execute(async (trx) => {
    await fillDirectory(trx, data, password)
    await sql`select setval('agreement_number', (select max(number) from agreement))`.execute(trx)
    await sql`select setval('equipment_number', (select max(number) from equipment))`.execute(trx)
    await trx
      .insertInto('article')
      .values(
        ARTICLES.map(({ before, reviewIn, ...one }) => ({
          ...one,
          ...(reviewIn !== undefined && { review_at: DEMO_BEGINS + reviewIn * DAY }),
          ...{ version: before ? 2 : 1, changed_at: DEMO_BEGINS - 30 * DAY, changed_by: 'per-lund' },
        })),
      )
      .execute()
    await fillReaders(trx)
    await trx
      .insertInto('edition')
      .values({
        number: 1,
        document: JSON.stringify(design.design),
        note: 'The design of the Sound Commons',
        published_by: 'olin-brandt',
        published_at: DEMO_BEGINS - 366 * DAY,
      })
      .execute()
    await trx
      .insertInto('saved_view')
      .values(
        VIEWS.map(({ name, definition }) => ({
          ...{ person: 'olin-brandt', name, shared: true },
          definition: JSON.stringify(definition),
          changed_at: DEMO_BEGINS - 20 * DAY,
        })),
      )
      .execute()
    for (let start = 0; start < past.length; start += BATCH) {
      await storePast(trx, past.slice(start, start + BATCH), design)
      if (start % (BATCH * 4) === 0) say(`stored ${start} of ${past.length} tickets`)
    }
    if (past.length) await sql`select setval('ticket_reference', ${past.length})`.execute(trx)
  })
  await sql`analyze`.execute(db)
  await startDemoClock(db, DEMO_BEGINS)
}

/** What articles said, what their readers say of them, and what was looked for in vain. */
async function fillReaders(trx: Trx): Promise<void> {
  await sql`insert into article_version (article, version, title, body, keywords, changed_at, changed_by)
    select id, version, title, body, keywords, changed_at, changed_by from article`.execute(trx)
  const articles = await trx.selectFrom('article').select(['id', 'title', 'version']).execute()
  const byTitle = new Map(articles.map((one) => [one.title, one]))
  for (const { title, keywords, before } of ARTICLES) {
    if (before === undefined) continue
    const was = { title, keywords, version: 1, body: before, changed_by: 'mo-tarn' }
    await trx
      .insertInto('article_version')
      .values({ ...was, article: oneBy(byTitle, title).id, changed_at: DEMO_BEGINS - 90 * DAY })
      .execute()
  }
  await trx
    .insertInto('article_translation')
    .values(
      IN_NORWEGIAN.map(({ of, version, ...said }) => ({
        ...said,
        ...{ article: oneBy(byTitle, of).id, language: 'nb' as const, version: 1, of_version: version },
        ...{ changed_at: DEMO_BEGINS - 29 * DAY, changed_by: 'tora-aas' },
      })),
    )
    .execute()
  await trx
    .insertInto('article_related')
    .values(
      TOGETHER.map((pair) => {
        const [one = 0, other = 0] = pair.map((title) => oneBy(byTitle, title).id).sort((a, b) => a - b)
        return { one, other }
      }),
    )
    .execute()
  await trx
    .insertInto('article_verdict')
    .values(
      SAID_OF_ARTICLES.map(({ title, ...one }, at) => {
        const { id, version } = oneBy(byTitle, title)
        return { ...one, article: id, version, at: DEMO_BEGINS - (at + 2) * DAY }
      }),
    )
    .execute()
  await trx
    .insertInto('search_missed')
    .values(MISSED_SEARCHES.map(({ daysAgo, ...one }) => ({ ...one, at: DEMO_BEGINS - daysAgo * DAY })))
    .execute()
}

async function storePast(trx: Trx, tickets: PastTicket[], design: CompiledDesign): Promise<void> {
  const json = (rows: unknown[]) => JSON.stringify(rows)
  const fill = (table: string, rows: unknown[]) =>
    sql`insert into ${sql.table(table)} select * from jsonb_populate_recordset(null::${sql.table(table)}, ${json(rows)}::jsonb)`.execute(
      trx,
    )
  await fill(
    'ticket',
    tickets.map(({ state }) => ticketRow(state, design)),
  )
  await fill(
    'entry',
    tickets.flatMap(({ state, entries }) => entries.map((entry) => entryRow(state.reference, entry))),
  )
  for (const table of keysOf(FOLLOWING))
    await fill(
      table,
      tickets.flatMap(({ state }): object[] => FOLLOWING[table](state, design)),
    )
  await fill(
    'search_behind',
    tickets.map(({ state: { reference } }) => ({ reference })),
  )
  await fill('outbox', tickets.flatMap(outboxRows))
}

function outboxRows({ state, messages, entries }: PastTicket) {
  const texts = new Map(messages.map((one) => [one.key, one]))
  return keptMessages(entries).map((message) => ({
    ...recordedRow(message, state.reference),
    body: oneBy(texts, message.key).body,
    sender: oneBy(texts, message.key).from,
    seen_at: message.queuedAt,
  }))
}
