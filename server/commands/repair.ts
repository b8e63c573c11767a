import { messageOf } from '../../core/error/messageOf'
import { sql } from 'kysely'
import { decide, rebuild, UnreadableEntry, type Entry, type TicketState } from '../../core/ticket'
import type { CompiledDesign } from '../../core/design'
import type { Database, Trx } from '../db/connection'
import { deskNow } from '../clock/deskClock'
import { giveJobs, mendMessages, putLost, type RecordedMessage } from '../delivery/outbox'
import { Knowledge } from '../db/knowledge'
import { recordedMessages } from './rebuildRows'
import { entryFromRow, FOLLOWING, ticketRow } from '../db/rows'
import { store } from './store'
import { NO_WORK } from '../queries/workload'

/**
 * Writes the rows of tickets anew from their entries, whatever they say now: the ticket's own, its clocks, fixed
 * times, time records and plans. The entries themselves are never touched.
 * @returns the tickets that could not be mended, each with why
 */
export async function repair(
  db: Database,
  references: readonly number[],
): Promise<{ reference: number; why: string }[]> {
  const knowledge = new Knowledge(db)
  const left: { reference: number; why: string }[] = []
  for (const reference of references) {
    const why = await db.transaction().execute((trx) => mend(trx, knowledge, reference))
    if (why !== undefined) left.push({ reference, why })
  }
  return left
}

/** @returns why it cannot be mended; undefined once it is */
async function mend(trx: Trx, knowledge: Knowledge, reference: number): Promise<string | undefined> {
  await trx.selectFrom('ticket').select('reference').where('reference', '=', reference).forUpdate().execute()
  const rows = await trx
    .selectFrom('entry')
    .selectAll()
    .where('reference', '=', reference)
    .orderBy('sequence')
    .execute()
  let state: TicketState
  let entries: Entry[]
  try {
    entries = rows.map(entryFromRow)
    state = rebuild(entries)
  } catch (error) {
    if (error instanceof UnreadableEntry) return error.message
    return `its record cannot be rebuilt: ${messageOf(error)}`
  }
  await writeAnew(trx, state, await knowledge.editionOf(state))
  await mendOutbox(trx, knowledge, state, recordedMessages(reference, entries))
  return undefined
}

/** The messages that wait still; what has gone, or was given up, needs its text no more. */
const WAITING: readonly string[] = ['held', 'queued', 'gathered', 'failed']

/** Writes the rows of its messages anew; one that was lost while it waited is given up, and whoever is to hear of that does. */
async function mendOutbox(
  trx: Trx,
  knowledge: Knowledge,
  before: TicketState,
  messages: readonly RecordedMessage[],
): Promise<void> {
  await mendMessages(trx, messages)
  const lost = new Set(await putLost(trx, messages))
  const directory = await knowledge.directory()
  let state = before
  for (const { message } of messages) {
    if (!lost.has(message.key) || !WAITING.includes(message.state)) continue
    const design = await knowledge.editionOf(state)
    const command = { kind: 'recordDelivery', key: message.key, state: 'givenUp' } as const
    const decided = decide(
      state,
      { ...command, attempt: message.attempts, detail: '', why: { is: 'textLost' } },
      design,
      directory,
      { now: deskNow(), actor: { system: 'messages' }, work: NO_WORK },
    )
    await store(trx, [{ decided, design }])
    state = decided.state
  }
  await giveJobs(trx, state.reference, state.reference)
}

async function writeAnew(trx: Trx, state: TicketState, design: CompiledDesign): Promise<void> {
  const { reference } = state
  const row = ticketRow(state, design)
  const columns = sql.join(Object.keys(row).map((column) => sql.ref(column)))
  await sql`update ticket set (${columns}) =
    (select ${columns} from jsonb_populate_record(null::ticket, ${JSON.stringify(row)}::jsonb))
    where reference = ${reference}`.execute(trx)
  for (const [table, rowsOf] of Object.entries(FOLLOWING)) {
    const rows = rowsOf(state, design)
    const name = sql.table(table)
    await sql`delete from ${name} where reference = ${reference}`.execute(trx)
    await sql`insert into ${name} select * from
      jsonb_populate_recordset(null::${name}, ${JSON.stringify(rows)}::jsonb)`.execute(trx)
  }
}
