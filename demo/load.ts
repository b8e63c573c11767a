import { sql } from 'kysely'
import { CompiledDesign, Directory, type Person } from '../core/design'
import { keptMessages } from '../core/ticket'
import { startDemoClock } from '../server/clock/deskClock'
import { bookingRows, clockRows, entryRow, ticketRow, timeRows } from '../server/db/rows'
import type { Database, Trx } from '../server/db/connection'
import { recordedRow } from '../server/delivery/outbox'
import { hashPassword } from '../server/base/secrets'
import { demoDesign } from './design'
import { DEMO_BEGINS, DEMO_PASSWORD, demoDirectory } from './directory'
import { ARTICLES } from './articles'
import { livePast, type PastTicket } from './past'
import { VIEWS } from './work'
import { oneBy } from '../core/lookup'

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
  const password = await hashPassword(DEMO_PASSWORD)
  await db.transaction().execute(async (trx) => {
    await trx.insertInto('organisation').values(data.organisations).execute()
    await trx
      .insertInto('site')
      .values(data.sites.map((site) => ({ priority: null, ...site })))
      .execute()
    await trx
      .insertInto('person')
      .values(data.people.map((person) => personRow(person, password)))
      .execute()
    await trx
      .insertInto('team')
      .values(data.teams.map((team) => ({ lead: null, ...team })))
      .execute()
    await trx.insertInto('agreement').values(data.agreements).execute()
    await sql`select setval('agreement_number', (select max(number) from agreement))`.execute(trx)
    await trx
      .insertInto('equipment')
      .values(
        (data.equipment ?? []).map(({ warrantyUntil = null, ...one }) => ({
          ...one,
          warranty_until: warrantyUntil,
        })),
      )
      .execute()
    await sql`select setval('equipment_number', (select max(number) from equipment))`.execute(trx)
    await trx
      .insertInto('article')
      .values(
        ARTICLES.map((one) => ({
          ...one,
          changed_at: DEMO_BEGINS - 30 * 86_400_000,
          changed_by: 'per-lund',
        })),
      )
      .execute()
    await trx
      .insertInto('edition')
      .values({
        number: 1,
        document: JSON.stringify(design.design),
        note: 'The design of the Sound Commons',
        published_by: 'olin-brandt',
        published_at: DEMO_BEGINS - 366 * 86_400_000,
      })
      .execute()
    await trx
      .insertInto('saved_view')
      .values(
        VIEWS.map(({ name, definition }) => ({
          ...{ person: 'olin-brandt', name, shared: true },
          definition: JSON.stringify(definition),
          changed_at: DEMO_BEGINS - 20 * 86_400_000,
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

function personRow(person: Person, password: string) {
  const { shift, notify, organisation = null, site = null, priority = null, ...rest } = person
  return {
    ...rest,
    organisation,
    site,
    priority,
    shift: shift ? JSON.stringify(shift) : null,
    notify: notify ? JSON.stringify(notify) : null,
    password_hash: password,
  }
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
  await fill(
    'clock',
    tickets.flatMap(({ state }) => clockRows(state, design)),
  )
  await fill(
    'time_record',
    tickets.flatMap(({ state }) => timeRows(state)),
  )
  await fill(
    'booking',
    tickets.flatMap(({ state }) => bookingRows(state)),
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
