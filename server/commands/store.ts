import { sql, type RawBuilder } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import { messageChanges, type Decided } from '../../core/ticket'
import type { Database, Trx } from '../db/connection'
import { alarmRows, bookingRows, clockRows, entryRow, ticketRow, timeRows } from '../db/rows'
import { outboxParts, outboxRow } from '../delivery/outbox'

export interface RequestKey {
  person: string
  key: string
  bodyHash: string
}

/** A decided ticket that is to be stored. */
export interface Decision {
  decided: Decided
  design: CompiledDesign
  /** Set when the same request may come again. */
  requestKey?: RequestKey
}

/** The rows that one or more decisions write, by table. */
function rowsOf(decisions: Decision[]) {
  return {
    ticket: decisions.map(({ decided, design }) => ticketRow(decided.state, design)),
    entry: decisions.flatMap(({ decided: { state, entries } }) =>
      entries.map((entry) => entryRow(state.reference, entry)),
    ),
    clock: decisions.flatMap(({ decided, design }) => clockRows(decided.state, design)),
    alarm: decisions.flatMap(({ decided, design }) => alarmRows(decided.state, design)),
    time_record: decisions.flatMap(({ decided }) => timeRows(decided.state)),
    booking: decisions.flatMap(({ decided }) => bookingRows(decided.state)),
    outbox: decisions.flatMap(({ decided: { state, messages } }) =>
      messages.map((message) => outboxRow(message, state.reference, state.changedAt)),
    ),
    request_key: decisions.flatMap(({ decided: { state }, requestKey: request }) =>
      request
        ? [
            {
              person: request.person,
              key: request.key,
              body_hash: request.bodyHash,
              reference: state.reference,
            },
          ]
        : [],
    ),
  }
}

/**
 * Stores what was decided in one statement, which is one transaction of its own unless it runs in one:
 * entries appended, the tickets' rows and clocks brought up to date, alarms armed and disarmed, messages
 * put into the outbox, or changed there, and their deliveries queued. All of it or nothing.
 * @param decisions of different tickets
 */
export async function store(db: Database | Trx, decisions: Decision[]): Promise<void> {
  const rows = rowsOf(decisions)
  const known = decisions
    .filter(({ decided }) => decided.entries[0]?.sequence !== 1)
    .map(({ decided }) => decided.state.reference)
  const filled = (table: keyof typeof rows) =>
    sql`jsonb_populate_recordset(null::${sql.table(table)}, ${JSON.stringify(rows[table])}::jsonb)`
  const having = (kinds: readonly string[]) =>
    decisions
      .filter(({ decided }) => decided.entries.some((one) => kinds.includes(one.kind)))
      .map(({ decided }) => decided.state.reference)
  const hasTimes = having(['timeRecorded', 'timeDropped'])
  const toIndex = having(SAYING)
  const hasBookings = having(['booked', 'bookingChanged'])
  const changes = decisions.flatMap(({ decided }) => decided.entries.flatMap(messageChanges))
  const outbox = outboxParts(rows.outbox, changes)
  // Parts that have nothing to write are left out: planning them costs as much as running them.
  await sql`with
    armed as materialized (select * from ${filled('alarm')}),
    t as (insert into ticket select * from ${filled('ticket')}
      on conflict (reference) do update set
        state = excluded.state, kind = excluded.kind, held = excluded.held, sequence = excluded.sequence, edition = excluded.edition, status = excluded.status, status_group = excluded.status_group,
        category = excluded.category, priority = excluded.priority, priority_order = excluded.priority_order,
        queue = excluded.queue, team = excluded.team, technician = excluded.technician,
        changed_at = excluded.changed_at, due_at = excluded.due_at, timers = excluded.timers,
        estimate = excluded.estimate, tasks_open = excluded.tasks_open, waiting_since = excluded.waiting_since, facts = excluded.facts, rules = excluded.rules),
    c as (insert into clock select * from ${filled('clock')}
      on conflict (reference, target, started_at) do update set
        calendar = excluded.calendar, edition = excluded.edition, shift = excluded.shift, granted = excluded.granted, paused = excluded.paused, balance = excluded.balance, balance_at = excluded.balance_at, due_at = excluded.due_at,
        stopped_at = excluded.stopped_at, outcome = excluded.outcome
        where clock is distinct from excluded),
    ${known.length ? sql`gone as (delete from alarm where reference = any(${known}::bigint[]) and (reference, key) not in (select reference, key from armed)),` : sql``}
    a as (insert into alarm select * from armed
      on conflict (reference, key) do update set at = excluded.at where alarm.at <> excluded.at),
    ${rows.request_key.length ? sql`k as (insert into request_key (person, key, body_hash, reference) select person, key, body_hash, reference from ${filled('request_key')}),` : sql``}
    ${toIndex.length ? sql`b as (insert into search_behind select unnest(${toIndex}::bigint[]) on conflict do nothing),` : sql``}
    ${workParts(rows.time_record, 'time_record', hasTimes, filled('time_record'))}
    ${workParts(rows.booking, 'booking', hasBookings, filled('booking'))}
    ${outbox ? sql`${outbox.parts},` : sql``}
    e as (insert into entry select * from ${filled('entry')})
    select ${outbox?.count ?? sql`0`}`.execute(db)
}

/** The rows of work on tickets on which something of it has changed; what is no more there goes. */
function workParts(
  rows: readonly { reference: number }[],
  table: 'time_record' | 'booking',
  changed: readonly number[],
  filled: RawBuilder<unknown>,
) {
  if (!changed.length) return sql``
  const name = sql.table(table)
  const columns = table === 'booking' ? BOOKING_COLUMNS : TIME_COLUMNS
  const written = rows.some(({ reference }) => changed.includes(reference))
  return sql`${sql.raw(`${table}_gone`)} as (delete from ${name} where reference = any(${changed}::bigint[])
      and (reference, id) not in (select reference, id from ${filled})),
    ${written ? sql`${sql.raw(`${table}_now`)} as (insert into ${name} select * from ${filled} on conflict (reference, id) do update set ${sql.raw(columns.map((one) => `${one} = excluded.${one}`).join(', '))}),` : sql``}`
}

/** Entries after which a ticket is found by other words: those whose words are searched. */
export const SAYING = [
  'logged',
  'replied',
  'answered',
  'noted',
  'statusMoved',
  'fieldsSet',
  'tookIn',
  'tasksAdded',
  'majorUpdated',
]
const TIME_COLUMNS = ['person', 'starts', 'ends', 'counted', 'what']
const BOOKING_COLUMNS = ['person', 'starts', 'ends', 'what', 'state']
