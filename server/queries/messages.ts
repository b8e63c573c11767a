import { sql } from 'kysely'
import { becauseInWords } from '../../core/explain'
import { acknowledgementOf } from '../../core/ladder'
import type { Because } from '../../core/reason'
import type { DeliveryState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { likePattern } from '../db/likePattern'
import { isLimited } from '../../core/rights'
import { seenSql, sightOf } from './sight'
import type { Reading } from './reading'
import { messageRowOf } from './messageByToken'

export interface MessagesQuery {
  state?: DeliveryState
  channel?: string
  person?: string
  /** In the subject or the address. */
  words?: string
  /** The last message of the page before: its queued_at and key. */
  before?: string
  /** How many at most; 60 if left out. */
  limit?: number
}

const PAGE = 60

const COLUMNS = [
  'key',
  'reference',
  'person',
  'address',
  'channel',
  'template',
  'subject',
  'body',
  'state',
  'attempts',
  'detail',
  'urgent',
  'why',
  'after',
  'not_before',
  'queued_at',
  'sent_at',
  'delivered_at',
  'acknowledged_at',
  'acknowledged_by',
] as const

/** Everything that went or will go, newest first. */
export async function messagesPage(desk: Reading, query: MessagesQuery, person: string) {
  const sight = await sightOf(desk, person)
  const [at, key] = (query.before ?? '').split(' ')
  const words = query.words?.trim()
  const { limit = PAGE } = query
  const rows = await desk.db
    .selectFrom('outbox')
    .select(COLUMNS)
    .where((e) =>
      e.and({ ...(query.state && { state: query.state }), ...(query.person && { person: query.person }) }),
    )
    .$if(isLimited(sight), (q) =>
      q.where(
        sql<boolean>`(outbox.reference is null or exists (
          select from ticket where ticket.reference = outbox.reference and ${seenSql(sight)}))`,
      ),
    )
    .$if(query.channel !== undefined, (q) => q.where('channel', '=', query.channel as 'mail'))
    .$if(Boolean(words), (q) =>
      q.where((e) =>
        e.or([
          e('subject', 'ilike', likePattern(words!)),
          e('address', 'ilike', likePattern(words!)),
          e(sql<string>`reference::text`, '=', words!),
        ]),
      ),
    )
    .$if(Boolean(key), (q) => q.where(sql<boolean>`(queued_at, key) < (${Number(at)}::bigint, ${key ?? ''})`))
    .orderBy('queued_at', 'desc')
    .orderBy('key', 'desc')
    .limit(limit + 1)
    .execute()
  const page = rows.slice(0, limit)
  const last = page[page.length - 1]
  return {
    rows: await named(desk, page),
    next: rows.length > limit && last ? `${last.queued_at} ${last.key}` : null,
    waiting: await waitingCounts(desk),
  }
}

interface NamedRow {
  person: string
  acknowledged_by: string | null
  why: Because | null
}

async function named<T extends NamedRow>(desk: Reading, rows: T[]) {
  const [directory, why] = [await desk.knowledge.directory(), await whyInWords(desk, rows)]
  return rows.map((row) => ({
    ...row,
    why: why(row),
    name: row.person ? directory.nameOf(row.person) : null,
    acknowledgedBy: row.acknowledged_by ? directory.nameOf(row.acknowledged_by) : null,
  }))
}

/** Says why messages wait, or go another way than the first. */
export async function whyInWords(desk: Reading, rows: readonly { why: Because | null }[]) {
  const reader = await desk.knowledge.readerOf(rows.map((row) => row.why))
  return ({ why }: { why: Because | null }) => (why ? becauseInWords(why, reader).text : null)
}

/** How many messages wait, are in trouble or were given up today. */
async function waitingCounts(desk: Reading): Promise<Partial<Record<DeliveryState, number>>> {
  const rows = await desk.db
    .selectFrom('outbox')
    .select((e) => ['state', e.fn.countAll<number>().as('count')])
    .where((e) =>
      e.or([
        e('state', 'in', ['held', 'queued', 'gathered', 'failed']),
        e.and([e('state', '=', 'givenUp'), e('queued_at', '>', deskNow() - 7 * 86_400_000)]),
      ]),
    )
    .groupBy('state')
    .execute()
  return Object.fromEntries(rows.map((row) => [row.state, Number(row.count)]))
}

/** What somebody was told, newest first, and how much of it they have not seen. */
export async function myMessages(desk: Reading, person: string) {
  const [rows, unseen] = await Promise.all([
    desk.db
      .selectFrom('outbox')
      .select([...COLUMNS, 'seen_at', 'climb'])
      .where('person', '=', person)
      .orderBy('queued_at', 'desc')
      .orderBy('key', 'desc')
      .limit(40)
      .execute(),
    unseenCount(desk, person),
  ])
  return {
    unseen,
    rows: (await named(desk, rows)).map(({ climb, ...row }) => ({
      ...row,
      canAcknowledge: climb !== null && row.acknowledged_at === null,
    })),
  }
}

/** How many messages somebody has not seen; beyond 99 nobody counts. */
export async function unseenCount(desk: Reading, person: string): Promise<number> {
  const rows = await desk.db
    .selectFrom('outbox')
    .select('key')
    .where('person', '=', person)
    .where('seen_at', 'is', null)
    .limit(100)
    .execute()
  return rows.length
}

/** What the link of a message stands for, without anything that a stranger should not read. */
export async function messageOfToken(desk: Reading, token: string) {
  const row = await messageRowOf(desk, 'acknowledge', token)
  const ticket = await desk.db
    .selectFrom('ticket')
    .select('state')
    .where('reference', '=', row.reference)
    .executeTakeFirstOrThrow()
  const directory = await desk.knowledge.directory()
  const { climb } = row
  const has = climb && acknowledgementOf(ticket.state.acknowledged, climb.ladder, climb.run)
  return {
    reference: row.reference,
    subject: row.subject,
    person: directory.nameOf(row.person),
    zone: directory.people.get(row.person)?.zone ?? 'UTC',
    acknowledged: row.state === 'acknowledged',
    by: has ? directory.nameOf(has.by) : null,
    at: has?.at ?? null,
  }
}
