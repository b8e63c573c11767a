import { sql } from 'kysely'
import { keptMessages, rebuild, type Entry } from '../../core/ticket'
import type { Database } from '../db/connection'
import { giveJobs, mendMessages, type RecordedMessage } from '../delivery/outbox'
import { Knowledge } from '../db/knowledge'
import { entriesFromRows } from '../db/rows'
import { store } from './store'
import { oneAt, oneBy } from '../../core/lookup'

const BATCH = 500

/**
 * Makes the rows of all tickets anew where a migration has asked for it; asked again after a process was killed.
 * @returns how many tickets were written
 */
export async function rebuildRowsBehind(db: Database): Promise<number> {
  const { rows } = await sql<{ migration: string }>`select migration from rows_behind`.execute(db)
  if (!rows.length) return 0
  const written = await rebuildRows(db)
  await sql`delete from rows_behind`.execute(db)
  return written
}

/**
 * Makes the states of all tickets anew from their entries, and with them their rows and those of their clocks and
 * alarms: needed once after a migration that adds a column to them, or after which entries mean something else.
 * @returns how many tickets were written
 */
export async function rebuildRows(db: Database): Promise<number> {
  const knowledge = new Knowledge(db)
  let [after, written] = [-1, 0]
  for (;;) {
    const count = await db.transaction().execute(async (trx) => {
      const tickets = await trx
        .selectFrom('ticket')
        .select('reference')
        .where('reference', '>', after)
        .orderBy('reference')
        .limit(BATCH)
        .forUpdate()
        .execute()
      const references = tickets.map((one) => one.reference)
      const decisions = await Promise.all(
        (await recordsOf(trx, references)).map(async (entries) => {
          const state = rebuild(entries)
          const decided = { entries: [], messages: [], state }
          return {
            decision: { decided, design: await knowledge.editionOf(state) },
            messages: recordedMessages(state.reference, entries),
          }
        }),
      )
      if (decisions.length)
        await store(
          trx,
          decisions.map((one) => one.decision),
        )
      await mendMessages(
        trx,
        decisions.flatMap((one) => one.messages),
      )
      if (references.length) await giveJobs(trx, oneAt(references, 0), oneAt(references, -1))
      after = references.at(-1) ?? after
      return references.length
    })
    written += count
    if (count < BATCH) return written
  }
}

/** The messages of a record, as the outbox should have them. */
export const recordedMessages = (reference: number, entries: readonly Entry[]): RecordedMessage[] =>
  keptMessages(entries).map((message) => ({ reference, message }))

async function recordsOf(db: Database, references: number[]): Promise<Entry[][]> {
  if (!references.length) return []
  const rows = await db
    .selectFrom('entry')
    .selectAll()
    .where('reference', 'in', references)
    .orderBy('reference')
    .orderBy('sequence')
    .execute()
  const records = new Map<number, typeof rows>(references.map((one) => [one, []]))
  for (const row of rows) oneBy(records, row.reference).push(row)
  return [...records.values()].flatMap(readable)
}

/** A record with something of a newer release in it stays as it is: that release knows what its rows are. */
function readable(rows: Parameters<typeof entriesFromRows>[0]): Entry[][] {
  const { entries, unread } = entriesFromRows(rows)
  return unread.length ? [] : [entries]
}
