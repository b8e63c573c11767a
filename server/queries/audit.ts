import { messageOf } from '../../core/error/messageOf'
import { canonicalJson } from '../../core/json'
import { keptMessages, rebuild, type Entry, type KeptMessage, type TicketState } from '../../core/ticket'
import { entryFromRow, FOLLOWING, ticketRow } from '../db/rows'
import { Knowledge } from '../db/knowledge'
import type { Database } from '../db/connection'
import { recordedRow, withoutJob } from '../delivery/outbox'
import { keysOf, oneAt } from '../../core/lookup'

/** One disagreement between what is stored and what the entries say. */
export interface Difference {
  reference: number
  what: string
  stored: unknown
  rebuilt: unknown
}

export interface AuditReport {
  tickets: number
  entries: number
  differences: Difference[]
}

const PAGE = 500

/** What is compared, as the report calls it. */
const CALLED: Readonly<Record<keyof typeof FOLLOWING, string>> = {
  clock: 'clocks',
  booking: 'fixed times',
  job: 'jobs',
  partner_ticket: 'exchanges with partners',
  time_record: 'time records',
  plan_run: 'plans',
  plan_task: 'tasks of plans',
  ticket_task: 'tasks',
}

/** Rebuilds every ticket, its clocks and its alarms from the entries and compares them with what is stored. */
export async function audit(db: Database): Promise<AuditReport> {
  const knowledge = new Knowledge(db)
  const report: AuditReport = { tickets: 0, entries: 0, differences: [] }
  for (let after = -1; ;) {
    // One snapshot a page, so that a desk at work is not mistaken for a difference.
    const page = await db
      .transaction()
      .setIsolationLevel('repeatable read')
      .execute((trx) => auditPage(trx, knowledge, after, report))
    if (page === undefined) return report
    after = page
  }
}

async function auditPage(
  db: Database,
  knowledge: Knowledge,
  after: number,
  report: AuditReport,
): Promise<number | undefined> {
  const tickets = await db
    .selectFrom('ticket')
    .selectAll()
    .where('reference', '>', after)
    .orderBy('reference')
    .limit(PAGE)
    .execute()
  if (tickets.length === 0) return undefined
  const last = oneAt(tickets, tickets.length - 1).reference
  const within = <T extends { reference: number }>(rows: T[]) => groupByReference(rows)
  const range = (table: 'entry' | 'outbox' | keyof typeof FOLLOWING) =>
    db.selectFrom(table).selectAll().where('reference', '>', after).where('reference', '<=', last)
  const idle = within(await withoutJob(db, after + 1, last))
  const outbox = within(await range('outbox').execute())
  const entries = within(
    (await range('entry').orderBy('reference').orderBy('sequence').execute()) as EntryRow[],
  )
  const following = new Map<keyof typeof FOLLOWING, Map<number, object[]>>()
  for (const table of keysOf(FOLLOWING)) following.set(table, within(await range(table).execute()))
  for (const ticket of tickets) {
    const { reference } = ticket
    const record = entries.get(reference) ?? []
    report.tickets++
    report.entries += record.length
    const differ = (what: string, stored: unknown, rebuilt: unknown) => {
      if (canonicalJson(stored) !== canonicalJson(rebuilt))
        report.differences.push({ reference, what, stored, rebuilt })
    }
    let state: TicketState
    let read: Entry[]
    try {
      read = record.map(entryFromRow)
      state = rebuild(read)
    } catch (error) {
      report.differences.push({
        reference,
        what: 'record',
        stored: record.length,
        rebuilt: messageOf(error),
      })
      continue
    }
    const design = await knowledge.editionOf(state)
    const row = ticketRow(state, design)
    for (const [column, value] of Object.entries(row))
      differ(column, ticket[column as keyof typeof ticket], value)
    for (const [table, rows] of following)
      differ(CALLED[table], sorted(rows.get(reference) ?? []), sorted(FOLLOWING[table](state, design)))
    compareMessages(outbox.get(reference) ?? [], keptMessages(read), reference, differ)
    for (const { key, state: waits } of idle.get(reference) ?? [])
      differ(`message ${key}`, `${waits}, and no job delivers it`, 'a job')
  }
  return last
}

/** Every message that the record knows stands in the outbox as the record says, and no other. */
function compareMessages(
  rows: readonly ({ key: string } & Record<string, unknown>)[],
  messages: readonly KeptMessage[],
  reference: number,
  differ: (what: string, stored: unknown, rebuilt: unknown) => void,
): void {
  const stored = new Map(rows.map((row) => [row.key, row]))
  for (const message of messages) {
    const rebuilt = recordedRow(message, reference)
    const row = stored.get(message.key)
    stored.delete(message.key)
    const same = row && Object.fromEntries(Object.keys(rebuilt).map((column) => [column, row[column]]))
    differ(`message ${message.key}`, same ?? 'not in the outbox', rebuilt)
  }
  for (const key of stored.keys()) differ(`message ${key}`, 'in the outbox', 'not in the record')
}

type EntryRow = Parameters<typeof entryFromRow>[0] & { reference: number }

function groupByReference<T extends { reference: number }>(rows: T[]): Map<number, T[]> {
  const groups = new Map<number, T[]>()
  for (const row of rows) {
    const group = groups.get(row.reference)
    if (group) group.push(row)
    else groups.set(row.reference, [row])
  }
  return groups
}

const sorted = (rows: object[]) => rows.map(canonicalJson).sort()
