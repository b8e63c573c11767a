import { sql, type RawBuilder } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import { COUNTERPART_KINDS, messageChanges, type Decided, type TicketState } from '../../core/ticket'
import { prepared, type Database, type Trx } from '../db/connection'
import {
  bookingRows,
  jobRows,
  clockRows,
  entryRow,
  partnerRows,
  planRows,
  planTaskRows,
  taskRows,
  ticketRow,
  timeRows,
} from '../db/rows'
import { orUpdate, WRITTEN } from '../db/written'
import { childJobs, jobsForChildren } from '../delivery/childJobs'
import { outboxParts, outboxRow } from '../delivery/outbox'
import { partnerParts, partnerWords } from '../delivery/partnerWords'

export interface RequestKey {
  person: string
  key: string
  bodyHash: string
}

/** A decided ticket that is to be stored. */
export interface Decision {
  /** The state that it was decided on, if there was one: what has not changed since is not written. */
  before?: TicketState
  decided: Decided
  design: CompiledDesign
  /** Set when the same request may come again. */
  requestKey?: RequestKey
}

/** The rows that one or more decisions write, by table. */
function rowsOf(decisions: Decision[]) {
  return {
    ticket: decisions.map(({ before, decided: { state }, design }) => ({
      ...ticketRow(state, design),
      ...(before?.because === state.because && { because: null }),
    })),
    entry: decisions.flatMap(({ decided: { state, entries } }) =>
      entries.map((entry) => entryRow(state.reference, entry)),
    ),
    clock: decisions.flatMap(({ decided, design }) => clockRows(decided.state, design)),
    time_record: decisions.flatMap(({ decided }) => timeRows(decided.state)),
    booking: decisions.flatMap(({ decided }) => bookingRows(decided.state)),
    job: decisions.flatMap(({ decided }) => jobRows(decided.state)),
    partner_ticket: decisions.flatMap(({ decided }) => partnerRows(decided.state)),
    plan_run: decisions.flatMap(({ decided, design }) => planRows(decided.state, design)),
    plan_task: decisions.flatMap(({ decided, design }) => planTaskRows(decided.state, design)),
    ticket_task: decisions.flatMap(({ decided }) => taskRows(decided.state)),
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

/** Entries after which fixed times, and the jobs that they are of, stand otherwise. */
const BOOKING_ENTRIES = ['booked', 'bookingChanged', 'fieldStep']

/**
 * Stores what was decided in one statement, which is one transaction of its own unless it runs in one:
 * entries appended, the tickets' rows and clocks brought up to date, when they ring next among them, messages
 * put into the outbox, or changed there, and their deliveries queued. All of it or nothing.
 * @param decisions of different tickets
 */
export async function store(db: Database | Trx, decisions: Decision[]): Promise<void> {
  const rows = rowsOf(decisions)
  const filled = (table: keyof typeof rows) =>
    sql`jsonb_populate_recordset(null::${sql.table(table)}, ${JSON.stringify(rows[table])}::jsonb)`
  const having = (kinds: readonly string[]) =>
    decisions
      .filter(({ decided }) => decided.entries.some((one) => kinds.includes(one.kind)))
      .map(({ decided }) => decided.state.reference)
  const hasTimes = having(['timeRecorded', 'timeDropped', 'thingMerged'])
  const toIndex = having(INDEXED)
  const hasBookings = having([...BOOKING_ENTRIES, 'bookingAnswered', 'thingMerged'])
  const hasJobs = having(['jobWanted', 'jobChanged', ...BOOKING_ENTRIES, 'thingMerged'])
  const hasPartners = having(COUNTERPART_KINDS)
  const hasTasks = having(['tasksAdded', 'taskChanged', 'taskDropped', 'moveTakenBack', 'thingMerged'])
  // What there is to do in a plan may change with any fact of its ticket.
  const hasPlans = decisions.flatMap(({ decided: { state } }) => (state.plans ? [state.reference] : []))
  const changes = decisions.flatMap(({ decided }) => decided.entries.flatMap(messageChanges))
  const outbox = outboxParts(rows.outbox, changes)
  const children = childJobs(decisions.flatMap(jobsForChildren))
  const partners = partnerParts(
    decisions.flatMap(({ decided: { state, entries } }) => partnerWords(state, entries)),
  )
  // Parts that have nothing to write are left out: planning them costs as much as running them.
  const statement = sql`with
    t as (insert into ticket select * from ${filled('ticket')} ${orUpdate('ticket')}),
    ${rows.clock.length ? sql`c as (insert into clock select * from ${filled('clock')} ${orUpdate('clock')} where clock is distinct from excluded),` : sql``}
    ${rows.request_key.length ? sql`k as (insert into request_key (person, key, body_hash, reference) select person, key, body_hash, reference from ${filled('request_key')}),` : sql``}
    ${toIndex.length ? sql`b as (insert into search_behind select unnest(${toIndex}::bigint[]) on conflict do nothing),` : sql``}
    ${workParts(rows.time_record, 'time_record', hasTimes, filled('time_record'))}
    ${workParts(rows.booking, 'booking', hasBookings, filled('booking'))}
    ${workParts(rows.job, 'job', hasJobs, filled('job'))}
    ${workParts(rows.partner_ticket, 'partner_ticket', hasPartners, filled('partner_ticket'))}
    ${workParts(rows.plan_run, 'plan_run', hasPlans, filled('plan_run'))}
    ${workParts(rows.plan_task, 'plan_task', hasPlans, filled('plan_task'))}
    ${workParts(rows.ticket_task, 'ticket_task', hasTasks, filled('ticket_task'))}
    ${outbox ? sql`${outbox.parts},` : sql``}
    ${children ? sql`${children.parts},` : sql``}
    ${partners ? sql`${partners.parts},` : sql``}
    e as (insert into entry select * from ${filled('entry')})
    select ${outbox?.count ?? sql`0`} + ${children?.count ?? sql`0`} + ${partners?.count ?? sql`0`}`
  await prepared(db, statement)
}

/** The rows of work on tickets on which something of it has changed; what is no more there goes. */
function workParts(
  rows: readonly { reference: number }[],
  table: 'time_record' | 'booking' | 'job' | 'partner_ticket' | 'plan_run' | 'plan_task' | 'ticket_task',
  changed: readonly number[],
  filled: RawBuilder<unknown>,
) {
  if (!changed.length) return sql``
  const name = sql.table(table)
  const key = sql.raw(WRITTEN[table].key.join(', '))
  const written = rows.some(({ reference }) => changed.includes(reference))
  return sql`${sql.raw(`${table}_gone`)} as (delete from ${name} where reference = any(${changed}::bigint[])
      and (${key}) not in (select ${key} from ${filled})),
    ${written ? sql`${sql.raw(`${table}_now`)} as (insert into ${name} select * from ${filled} ${orUpdate(table)}),` : sql``}`
}

/** Entries after which a ticket is found by other words: those whose words are searched. */
export const SAYING = [
  'logged',
  'retitled',
  'replied',
  'answered',
  'noted',
  'statusMoved',
  'fieldsSet',
  'formFilled',
  'tookIn',
  'tasksAdded',
  'majorUpdated',
]

/** Entries after which a ticket is found otherwise, or compared otherwise. */
const INDEXED = [...SAYING, 'linked', 'unlinked', 'merged', 'rejected', 'heldAgain', 'thingMerged']
