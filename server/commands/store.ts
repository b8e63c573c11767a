import { sql } from 'kysely'
import { dueAt, grantedOf, openPause, type Clock } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import { ticketAlarms, type Decided, type Entry, type TicketState } from '../../core/ticket'
import type { Database, Trx } from '../db/connection'
import type { Tables } from '../db/tables'

type TicketRow = { [K in keyof Tables['ticket']]: K extends 'state' ? TicketState : Tables['ticket'][K] }
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
    granted: grantedOf(clock),
    paused: openPause(clock) !== undefined,
    due_at: dueOf(clock, design),
    stopped_at: clock.stoppedAt ?? null,
    outcome: clock.outcome ?? null,
  }))
}

function dueOf(clock: Clock, design: CompiledDesign): number | null {
  return dueAt(clock, design.calendar(clock.calendar)) ?? null
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

/**
 * Stores what was decided in one statement, which is one transaction of its own unless it runs in one:
 * entries appended, the ticket's row and clocks brought up to date, alarms armed and disarmed, messages
 * put into the outbox and their deliveries queued.
 */
export async function store(
  db: Database | Trx,
  decided: Decided,
  design: CompiledDesign,
  requestKey?: RequestKey,
): Promise<void> {
  const { state, entries, messages } = decided
  const json = (value: unknown) => JSON.stringify(value)
  const outbox = messages.map(({ key, person, address, from, template, subject, body }) => {
    return {
      key,
      reference: state.reference,
      person,
      address,
      sender: from,
      template,
      subject,
      body,
      queued_at: state.changedAt,
    }
  })
  const isNew = entries[0]?.sequence === 1
  const alarms = alarmRows(state, design)
  await sql`with
    t as (insert into ticket select * from jsonb_populate_record(null::ticket, ${json(ticketRow(state, design))}::jsonb)
      on conflict (reference) do update set
        state = excluded.state, sequence = excluded.sequence, status = excluded.status, status_group = excluded.status_group,
        category = excluded.category, priority = excluded.priority, priority_order = excluded.priority_order,
        queue = excluded.queue, team = excluded.team, technician = excluded.technician,
        changed_at = excluded.changed_at, due_at = excluded.due_at),
    e as (insert into entry select * from jsonb_populate_recordset(null::entry,
      ${json(entries.map((entry) => entryRow(state.reference, entry)))}::jsonb)),
    c as (insert into clock select * from jsonb_populate_recordset(null::clock, ${json(clockRows(state, design))}::jsonb)
      on conflict (reference, target, started_at) do update set
        granted = excluded.granted, paused = excluded.paused, due_at = excluded.due_at,
        stopped_at = excluded.stopped_at, outcome = excluded.outcome),
    ${isNew ? sql`` : sql`gone as (delete from alarm where reference = ${state.reference} and key <> all(${alarms.map((a) => a.key)}::text[])),`}
    a as (insert into alarm select * from jsonb_populate_recordset(null::alarm, ${json(alarms)}::jsonb)
      on conflict (reference, key) do update set at = excluded.at),
    ${requestKey ? sql`k as (insert into request_key (person, key, body_hash, reference) values (${requestKey.person}, ${requestKey.key}, ${requestKey.bodyHash}, ${state.reference})),` : sql``}
    o as (insert into outbox (key, reference, person, address, sender, template, subject, body, queued_at)
      select key, reference, person, address, sender, template, subject, body, queued_at
      from jsonb_populate_recordset(null::outbox, ${json(outbox)}::jsonb) returning key)
    select graphile_worker.add_job('deliver', json_build_object('key', key), max_attempts := ${MAX_ATTEMPTS}) from o`.execute(
    db,
  )
}

/** How often a delivery is tried, with growing gaps, before it is given up. */
export const MAX_ATTEMPTS = 10
