import { sql } from 'kysely'
import { rebuild, UnreadableEntry, type TicketState } from '../../core/ticket'
import type { CompiledDesign } from '../../core/design'
import type { Database, Trx } from '../db/connection'
import { Knowledge } from './design'
import { alarmRows, bookingRows, clockRows, entryFromRow, ticketRow, timeRows } from './store'

/**
 * Writes the rows of tickets anew from their entries, whatever they say now: the ticket's own, its clocks, alarms, fixed
 * times and time records. The entries themselves are never touched.
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
  try {
    state = rebuild(rows.map(entryFromRow))
  } catch (error) {
    if (error instanceof UnreadableEntry) return error.message
    return `its record cannot be rebuilt: ${(error as Error).message}`
  }
  await writeAnew(trx, state, await knowledge.editionOf(state))
  return undefined
}

async function writeAnew(trx: Trx, state: TicketState, design: CompiledDesign): Promise<void> {
  const { reference } = state
  const row = ticketRow(state, design)
  const columns = sql.join(Object.keys(row).map((column) => sql.ref(column)))
  await sql`update ticket set (${columns}) =
    (select ${columns} from jsonb_populate_record(null::ticket, ${JSON.stringify(row)}::jsonb))
    where reference = ${reference}`.execute(trx)
  const tables = {
    clock: clockRows(state, design),
    alarm: alarmRows(state, design),
    booking: bookingRows(state),
    time_record: timeRows(state),
  }
  for (const [table, rows] of Object.entries(tables)) {
    const name = sql.table(table)
    await sql`delete from ${name} where reference = ${reference}`.execute(trx)
    await sql`insert into ${name} select * from
      jsonb_populate_recordset(null::${name}, ${JSON.stringify(rows)}::jsonb)`.execute(trx)
  }
}
