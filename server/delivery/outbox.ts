import { sql, type RawBuilder } from 'kysely'
import { MESSAGE_CHANNELS } from '../../core/notification'
import type { KeptMessage, MessageChange, OutgoingMessage } from '../../core/ticket'
import type { Instant } from '../../core/time'
import type { Database, Trx } from '../db/connection'

/**
 * The outbox, and the jobs that empty it. What happens to a message is an entry of its ticket's record; `store` writes
 * the rows and gives out the jobs with it, by the parts below and in one statement, so that neither can be without the
 * other. Nothing else writes this table but what makes it anew from the record (`repair`) and what people have seen.
 */

/** How often a delivery is tried, with growing gaps, before it is given up. */
export const MAX_ATTEMPTS = 10

/** The priority of jobs that deliver a page; the smallest number is taken first. */
export const PAGE_PRIORITY = MESSAGE_CHANNELS.pager.first!

/** The channels whose messages come before all others. */
const FIRST = Object.entries(MESSAGE_CHANNELS)
  .flatMap(([name, { first }]) => (first === undefined ? [] : `when channel = '${name}' then ${first}`))
  .join(' ')

/** So long what is to go in one mail is gathered, in seconds. */
const GATHERED_FOR = 45

/**
 * Puts a job that delivers it beside each row of a query (with key, channel, urgent and climb) that waits. A pager is
 * taken before all that waits already, then text messages, then what is urgent, then what waits for somebody to say that
 * they have it: with thousands of mails and of warnings on their way a page must not wait for them.
 *
 * The queue's own function does the same and looks through all jobs that wait for one of the same key, for each call; a
 * delivery has no such key. A test holds both against each other.
 */
const DELIVERIES = (rows: RawBuilder<unknown>) =>
  sql`insert into graphile_worker._private_jobs (task_id, payload, max_attempts, priority)
    select (select id from graphile_worker._private_tasks where identifier = 'deliver'), json_build_object('key', key),
      ${sql.lit(MAX_ATTEMPTS)}, ${PRIORITY} from (${rows}) as waiting returning id`

const PRIORITY = sql.raw(`case ${FIRST} when urgent then -20
  when climb is not null or channel <> 'mail' then -10 else 0 end`)

/** Tells the workers of jobs that were put into the queue; what is only called is not run unless something reads it. */
export const told = (jobs: string) =>
  sql.raw(`(select count(pg_notify('jobs:insert', json_build_object('r', random()::text, 'count', jobs.count)::text))
    from (select count(*) from ${jobs}) as jobs where jobs.count > 0)`)

/** The job that sends what was gathered for a person; one that waits already does for it all. */
const GATHER = sql.raw(
  `row('digest', json_build_object('person', person), null, now() + interval '${GATHERED_FOR} seconds',
    ${MAX_ATTEMPTS}::smallint, 'digest:' || person, 0::smallint, null)::graphile_worker.job_spec`,
)

/** The columns that the jobs are made of. */
const OF_JOB = sql.raw('key, state, person, channel, urgent, climb')

/** The columns that follow from the record, by what the record calls them. */
const FROM_RECORD = {
  key: 'key',
  person: 'person',
  address: 'address',
  template: 'template',
  subject: 'subject',
  queued_at: 'queuedAt',
  sequence: 'sequence',
  state: 'state',
  attempts: 'attempts',
  detail: 'detail',
  not_before: 'notBefore',
  why: 'why',
  after: 'after',
  climb: 'climb',
  link: 'link',
  sent_at: 'sentAt',
  delivered_at: 'deliveredAt',
  acknowledged_at: 'acknowledgedAt',
  acknowledged_by: 'acknowledgedBy',
} as const satisfies Record<string, keyof KeptMessage>

/** The row of a message as the record knows it: all but its text, its sender, and whether it was seen. */
export function recordedRow(message: KeptMessage, reference: number) {
  const columns = Object.entries(FROM_RECORD).map(([column, name]) => [column, message[name] ?? null])
  return {
    ...(Object.fromEntries(columns) as Record<keyof typeof FROM_RECORD, unknown>),
    reference,
    channel: message.channel ?? 'mail',
    urgent: message.urgent === true,
  }
}

/** A message as it is put into the outbox. */
export function outboxRow(message: OutgoingMessage, reference: number, queuedAt: Instant) {
  const state = message.notBefore === undefined ? 'queued' : 'held'
  const kept = { ...message, state, queuedAt, sequence: sequenceOf(message.key), attempts: 0, detail: '' }
  const { body, from: sender, written = null, invite = null } = message
  return { ...recordedRow(kept as KeptMessage, reference), body, sender, written, invite }
}

/** The entry that queued a message. */
const sequenceOf = (key: string) => Number(key.split('-')[1])

const TEXTS = ['body', 'sender', 'written', 'invite']
const COLUMNS = [...Object.keys(FROM_RECORD), 'reference', 'channel', 'urgent', ...TEXTS]

/** The parts of a statement that put messages into the outbox, change some that are there, and give out the jobs. */
export function outboxParts(put: readonly object[], changes: readonly MessageChange[]) {
  if (!put.length && !changes.length) return undefined
  const columns = sql.raw(COLUMNS.join(', '))
  const given = [put.length && 'o', changes.length && 'm']
    .filter(Boolean)
    .map((name) => `select * from ${String(name)}`)
  const parts = [
    put.length &&
      sql`o as (insert into outbox (${columns}) select ${columns}
        from jsonb_populate_recordset(null::outbox, ${JSON.stringify(put)}::jsonb) returning ${OF_JOB})`,
    changes.length && changed(changes),
    sql`moved as (${sql.raw(given.join(' union all '))})`,
    sql`queued as (${DELIVERIES(sql`select * from moved where state = 'queued'`)})`,
    // One job for a person, whose moment stays where it was when more is gathered.
    changes.some((one) => one.state === 'gathered') &&
      sql`gathering as (select jobs.id from (select array_agg(${GATHER}) as specs from
        (select distinct person from moved where state = 'gathered') as one) as job,
        graphile_worker.add_jobs(coalesce(job.specs, '{}'), true) as jobs)`,
  ]
  return {
    parts: sql.join(parts.filter(Boolean)),
    // What is selected from is run; what only calls a function is not, unless something reads it.
    count: changes.some((one) => one.state === 'gathered')
      ? sql`${told('queued')} + (select count(*) from gathering)`
      : told('queued'),
  }
}

const changed = (changes: readonly MessageChange[]): RawBuilder<unknown> =>
  sql`m as (update outbox set
      state = case when outbox.state = 'acknowledged' then outbox.state else now.state end,
      attempts = coalesce(now.attempts, outbox.attempts), detail = coalesce(now.detail, outbox.detail),
      why = coalesce(now.why, outbox.why), sent_at = coalesce(outbox.sent_at, now."sentAt"),
      delivered_at = coalesce(now."deliveredAt", outbox.delivered_at),
      acknowledged_at = coalesce(outbox.acknowledged_at, now."acknowledgedAt"),
      acknowledged_by = coalesce(outbox.acknowledged_by, now."acknowledgedBy"),
      seen_at = coalesce(outbox.seen_at, now."acknowledgedAt")
    from jsonb_to_recordset(${JSON.stringify(changes)}::jsonb) as now (key text, state text, attempts int, detail text,
      why jsonb, "sentAt" bigint, "deliveredAt" bigint, "acknowledgedAt" bigint, "acknowledgedBy" text)
    where outbox.key = now.key
    returning ${sql.raw('outbox.key, outbox.state, outbox.person, outbox.channel, outbox.urgent, outbox.climb')})`

/** Somebody has seen what they were told. */
export async function markSeen(db: Database, person: string, at: Instant): Promise<void> {
  await db
    .updateTable('outbox')
    .set({ seen_at: at })
    .where('person', '=', person)
    .where('seen_at', 'is', null)
    .execute()
}

/** Messages of some tickets that wait and that no job delivers, or no job gathers. */
export async function withoutJob(db: Database | Trx, from: number, to: number) {
  const { rows } = await sql<{ key: string; reference: number; state: string }>`with job as (
      select identifier, payload from graphile_worker._private_jobs as job
      join graphile_worker._private_tasks as task on task.id = job.task_id
      where identifier in ('deliver', 'digest') and (attempts < max_attempts or locked_at is not null))
    select key, reference, state from outbox where reference between ${from} and ${to} and (
      (state in ('queued', 'failed') and key not in (select payload->>'key' from job where identifier = 'deliver'))
      or (state = 'gathered' and person not in (select payload->>'person' from job where identifier = 'digest')))`.execute(
    db,
  )
  return rows
}

/** A message of a record, and whose record it is. */
export interface RecordedMessage {
  reference: number
  message: KeptMessage
}

const recorded = (messages: readonly RecordedMessage[]) =>
  JSON.stringify(messages.map(({ reference, message }) => recordedRow(message, reference)))

/** Makes the rows of messages anew from the records of their tickets, those that are there and say something else. */
export async function mendMessages(trx: Trx, messages: readonly RecordedMessage[]): Promise<void> {
  if (!messages.length) return
  const columns = [...Object.keys(FROM_RECORD), 'channel', 'urgent'].filter((one) => one !== 'key')
  const of = (table: string) => sql.raw(columns.map((one) => `${table}.${one}`).join(', '))
  await sql`update outbox set (${sql.raw(columns.join(', '))}) = row(${of('now')})
    from jsonb_populate_recordset(null::outbox, ${recorded(messages)}::jsonb) as now
    where outbox.key = now.key and (${of('outbox')}) is distinct from (${of('now')})`.execute(trx)
}

/**
 * Makes rows for messages that the records know and the outbox has lost. Their texts stood nowhere else.
 * @returns their keys
 */
export async function putLost(trx: Trx, messages: readonly RecordedMessage[]): Promise<string[]> {
  const columns = sql.raw(COLUMNS.join(', '))
  const made = sql`select ${sql.raw(COLUMNS.filter((one) => !TEXTS.includes(one)).join(', '))}, '', '', null, null
    from jsonb_populate_recordset(null::outbox, ${recorded(messages)}::jsonb)`
  const { rows } = await sql<{ key: string }>`insert into outbox (${columns}) ${made}
    on conflict (key) do nothing returning key`.execute(trx)
  return rows.map((one) => one.key)
}

/** Gives jobs to the messages of some tickets that wait without one. */
export async function giveJobs(trx: Trx, from: number, to: number): Promise<void> {
  const keys = (await withoutJob(trx, from, to)).map((one) => one.key)
  if (!keys.length) return
  await sql`with
    queued as (${DELIVERIES(sql`select * from outbox where key = any(${keys}::text[]) and state <> 'gathered'`)})
    select ${told('queued')} + (select count(*) from (select array_agg(${GATHER}) as specs from
      (select distinct person from outbox where key = any(${keys}::text[]) and state = 'gathered') as one) as job,
      graphile_worker.add_jobs(coalesce(job.specs, '{}'), true))`.execute(trx)
}
