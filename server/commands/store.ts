import { sql, type RawBuilder, type Selectable } from 'kysely'
import { balance, dueAt, grantedOf, lastStart, openPause, type Clock } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import type { WorkingTime } from '../../core/time'
import {
  messageChanges,
  readEntry,
  ticketAlarms,
  UnreadableEntry,
  versionOf,
  type Decided,
  type Entry,
  type KeptEntry,
  type TicketState,
} from '../../core/ticket'
import type { Database, Trx } from '../db/connection'
import type { TicketFacts, Tables } from '../db/tables'
import { outboxParts, outboxRow } from '../delivery/outbox'

type TicketRow = {
  [K in keyof Tables['ticket']]: K extends 'state' ? TicketState : Selectable<Tables['ticket']>[K]
}
type ClockRow = Tables['clock']

/** The read columns of a ticket: all of them follow from its state. */
export function ticketRow(state: TicketState, design: CompiledDesign): TicketRow {
  const clocks = clockRows(state, design)
  const { group } = statusOf(design.kind(state.kind), state.status)
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
    status_group: group,
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
    timers: (state.timers ?? []).map((one) => one.person),
    estimate: state.estimate ?? null,
    portal: state.portal,
    channel: state.channel,
    cover: state.cover,
    tasks_open: (state.tasks ?? []).filter((one) => !one.done).length,
    // Where the ticket itself waits, or is done, it is not the desk's turn.
    waiting_since: ['new', 'active'].includes(group) ? (state.waitingSince ?? null) : null,
    facts: factsOf(state, design.deskOf(state.item)),
    rules: state.rules ?? [],
  }
}

function factsOf(state: TicketState, desk: string | undefined): TicketFacts {
  const { statuses, loggedAt, saidAt, major } = state
  return {
    answers: state.answers,
    impact: state.impact,
    urgency: state.urgency,
    agreement: state.agreement,
    statusBefore: statuses.at(-2)?.status ?? null,
    statusSince: statuses.at(-1)?.at ?? loggedAt,
    saidAt: saidAt ?? loggedAt,
    signals: state.signal?.count ?? 0,
    major: major !== undefined && major.endedAt === undefined,
    ...(state.fields && { fields: state.fields }),
    ...(desk && { desk }),
    ...(state.department && { department: state.department }),
    ...(state.equipment && { equipment: state.equipment }),
  }
}

/** The rows of what was worked on a ticket. */
export function timeRows({ reference, times = [] }: TicketState): Tables['time_record'][] {
  return times.map(({ id, person, from, to, counted, what }) => ({
    ...{ reference, id, person, counted, what },
    starts: from,
    ends: to,
  }))
}

/** The rows of its fixed times. */
export function bookingRows({ reference, bookings = [] }: TicketState): Tables['booking'][] {
  return bookings.map(({ id, person, from, to, what, state }) => ({
    ...{ reference, id, person, what, state },
    starts: from,
    ends: to,
  }))
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
  return { reference, sequence, at, actor: who, kind, version: versionOf(kind), body }
}

/** Reads an entry back from its row. @throws UnreadableEntry when a newer release wrote it */
export function entryFromRow({ actor, ...row }: Omit<KeptEntry, 'actor'> & { actor: string }): Entry {
  const [sort, ...name] = actor.split(':')
  return readEntry({
    ...row,
    actor: sort === 'person' ? { person: name.join(':') } : { system: name.join(':') },
  })
}

/** Reads what can be read of a record: one entry of a newer release keeps nobody from the rest. */
export function entriesFromRows(rows: readonly Parameters<typeof entryFromRow>[0][]): {
  entries: Entry[]
  unread: UnreadableEntry[]
} {
  const [entries, unread]: [Entry[], UnreadableEntry[]] = [[], []]
  for (const row of rows)
    try {
      entries.push(entryFromRow(row))
    } catch (error) {
      if (!(error instanceof UnreadableEntry)) throw error
      unread.push(error)
    }
  return { entries, unread }
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
