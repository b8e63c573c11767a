import { sql, type RawBuilder } from 'kysely'
import { balance, dueAt, grantedOf, lastStart, openPause, type Clock } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import type { WorkingTime } from '../../core/time'
import {
  ticketAlarms,
  type Decided,
  type Entry,
  type OutgoingMessage,
  type TicketState,
} from '../../core/ticket'
import type { Database, Trx } from '../db/connection'
import type { Tables } from '../db/tables'

type TicketRow = {
  [K in keyof Tables['ticket']]: K extends 'state'
    ? TicketState
    : K extends 'held'
      ? boolean
      : Tables['ticket'][K]
}
type ClockRow = Tables['clock']

/** The read columns of a ticket: all of them follow from its state. */
export function ticketRow(state: TicketState, design: CompiledDesign): TicketRow {
  const clocks = clockRows(state, design)
  const due = clocks.flatMap((clock) => (clock.stopped_at === null ? (clock.due_at ?? []) : []))
  return {
    reference: state.reference,
    state,
    sequence: state.sequence,
    edition: state.edition,
    summary: state.summary,
    kind: state.kind,
    item: state.item,
    status: state.status,
    status_group: statusOf(design.kind(state.kind), state.status).group,
    category: state.category,
    priority: state.priority,
    priority_order: design.priority(state.priority).order,
    queue: state.queue,
    team: state.team,
    technician: state.technician,
    requester: state.requester,
    organisation: state.organisation,
    site: state.site,
    held: state.held !== undefined,
    logged_at: state.loggedAt,
    changed_at: state.changedAt,
    due_at: due.length ? Math.min(...due) : null,
  }
}

/** The rows of a ticket's clocks. */
export function clockRows(state: TicketState, design: CompiledDesign): ClockRow[] {
  return state.clocks.map((clock) => ({
    reference: state.reference,
    target: clock.target,
    started_at: clock.startedAt,
    calendar: clock.calendar,
    edition: clock.edition,
    shift: clock.shift ?? null,
    granted: grantedOf(clock),
    ...standingRow(clock, design.hoursOf(clock)),
    stopped_at: clock.stoppedAt ?? null,
    outcome: clock.outcome ?? null,
  }))
}

/** How a clock stands, so that its balance at any later moment follows without its pauses. */
function standingRow(
  clock: Clock,
  hours: WorkingTime,
): Pick<ClockRow, 'paused' | 'balance' | 'balance_at' | 'due_at'> {
  const pause = openPause(clock)
  const at = pause?.from ?? clock.stoppedAt ?? lastStart(clock)
  return {
    paused: pause !== undefined,
    balance: balance(clock, hours, at),
    balance_at: at,
    due_at: dueAt(clock, hours) ?? null,
  }
}

/** The rows of a ticket's alarms. */
export function alarmRows(state: TicketState, design: CompiledDesign): Tables['alarm'][] {
  return ticketAlarms(state, design).map(({ key, at }) => ({ reference: state.reference, key, at }))
}

/** An entry as it is kept: what is common stands in columns, the rest in the body. */
export function entryRow(reference: number, { sequence, at, actor, kind, ...body }: Entry) {
  const who = 'person' in actor ? `person:${actor.person}` : `system:${actor.system}`
  return { reference, sequence, at, actor: who, kind, body }
}

/** Reads an entry back from its row. */
export function entryFromRow(row: {
  sequence: number
  at: number
  actor: string
  kind: string
  body: object
}): Entry {
  const [sort, ...name] = row.actor.split(':')
  const actor = sort === 'person' ? { person: name.join(':') } : { system: name.join(':') }
  return { kind: row.kind, ...row.body, sequence: row.sequence, at: row.at, actor } as Entry
}

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

/** A message as it waits in the outbox. */
export function outboxRow(message: OutgoingMessage, reference: number, queuedAt: number) {
  const { key, person, address, from, template, subject, body } = message
  return { key, reference, person, address, sender: from, template, subject, body, queued_at: queuedAt }
}

/**
 * Stores what was decided in one statement, which is one transaction of its own unless it runs in one:
 * entries appended, the tickets' rows and clocks brought up to date, alarms armed and disarmed, messages
 * put into the outbox and their deliveries queued. All of it or nothing.
 * @param decisions of different tickets
 */
export async function store(db: Database | Trx, decisions: Decision[]): Promise<void> {
  const rows = rowsOf(decisions)
  const known = decisions
    .filter(({ decided }) => decided.entries[0]?.sequence !== 1)
    .map(({ decided }) => decided.state.reference)
  const filled = (table: keyof typeof rows) =>
    sql`jsonb_populate_recordset(null::${sql.table(table)}, ${JSON.stringify(rows[table])}::jsonb)`
  // Parts that have nothing to write are left out: planning them costs as much as running them.
  await sql`with
    t as (insert into ticket select * from ${filled('ticket')}
      on conflict (reference) do update set
        state = excluded.state, kind = excluded.kind, held = excluded.held, sequence = excluded.sequence, edition = excluded.edition, status = excluded.status, status_group = excluded.status_group,
        category = excluded.category, priority = excluded.priority, priority_order = excluded.priority_order,
        queue = excluded.queue, team = excluded.team, technician = excluded.technician,
        changed_at = excluded.changed_at, due_at = excluded.due_at),
    c as (insert into clock select * from ${filled('clock')}
      on conflict (reference, target, started_at) do update set
        calendar = excluded.calendar, edition = excluded.edition, shift = excluded.shift, granted = excluded.granted, paused = excluded.paused, balance = excluded.balance, balance_at = excluded.balance_at, due_at = excluded.due_at,
        stopped_at = excluded.stopped_at, outcome = excluded.outcome
        where clock is distinct from excluded),
    ${known.length ? sql`gone as (delete from alarm where reference = any(${known}::bigint[]) and (reference, key) not in (select reference, key from ${filled('alarm')})),` : sql``}
    a as (insert into alarm select * from ${filled('alarm')}
      on conflict (reference, key) do update set at = excluded.at where alarm.at <> excluded.at),
    ${rows.request_key.length ? sql`k as (insert into request_key (person, key, body_hash, reference) select person, key, body_hash, reference from ${filled('request_key')}),` : sql``}
    ${rows.outbox.length ? deliveries(filled('outbox')) : sql``}
    e as (insert into entry select * from ${filled('entry')})
    select ${rows.outbox.length ? sql`(select count(*) from queued)` : sql`0`}`.execute(db)
}

/** Messages into the outbox, and one job each that delivers it. */
function deliveries(messages: RawBuilder<unknown>) {
  return sql`o as (insert into outbox (key, reference, person, address, sender, template, subject, body, queued_at)
      select key, reference, person, address, sender, template, subject, body, queued_at from ${messages} returning key),
    job as (select array_agg(row('deliver', json_build_object('key', key), null, null, ${MAX_ATTEMPTS}::smallint, null, null, null)::graphile_worker.job_spec) as specs from o),
    queued as (select jobs.id from job, graphile_worker.add_jobs(job.specs) as jobs),`
}

/** How often a delivery is tried, with growing gaps, before it is given up. */
export const MAX_ATTEMPTS = 10
