import { sql, type RawBuilder } from 'kysely'
import type { Sight } from '../../core/rights'
import { oneAt } from '../../core/lookup'
import { standsInWords, type PlacedAt } from '../../core/ticket'
import { momentInWords } from '../../core/time'
import type { SearchFilter, SearchThing, SearchWords } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { KeptState } from '../db/tables'
import type { Hit } from './everything'
import type { Reading } from './reading'
import { seenSql } from './sight'
import { placedBy } from './ticketList'

/** Filters that only open tickets pass. */
const OF_OPEN: ReadonlySet<string> = new Set(['open', 'unassigned', 'overdrawn', 'held'])

/** Most tickets that are counted, and put in order by how well they fit. */
export const MOST = 1000
const NEWEST = 400

export const quote = (word: string) => `'${word.replace(/'/g, "''")}'`

/** The words as PostgreSQL asks for them: each at the beginning of a word, or one that is like it. */
function tsQuery(terms: readonly string[], likes: readonly string[][]): string {
  return terms
    .map((term, index) => `(${[`${quote(term)}:*`, ...oneAt(likes, index).map(quote)].join(' | ')})`)
    .join(' & ')
}

/** Numbers of things of the directory, by what they are the number of. */
export type ThingNumbers = Readonly<Record<SearchThing, readonly number[]>>

const OF_THING: Record<SearchThing, RawBuilder<string>> = {
  agreement: sql<string>`t.state->>'agreement'`,
  equipment: sql<string>`t.facts->'equipment'->>'number'`,
}
const ofThing = (by: SearchThing, numbers: readonly number[]) =>
  sql<boolean>`${OF_THING[by]} = any(${numbers.map(String)}::text[])`

function filterSql(filter: SearchFilter, person: string) {
  switch (filter.by) {
    case 'team':
      return sql<boolean>`t.team = ${filter.id}`
    case 'organisation':
      return sql<boolean>`t.organisation = ${filter.id}`
    case 'technician':
      return sql<boolean>`t.technician = ${filter.id}`
    case 'agreement':
    case 'equipment':
      return ofThing(filter.by, [filter.number])
    default:
      return {
        open: sql<boolean>`t.status_group <> 'done'`,
        done: sql<boolean>`t.status_group = 'done'`,
        mine: sql<boolean>`t.technician = ${person}`,
        unassigned: sql<boolean>`t.technician is null and t.status_group <> 'done'`,
        overdrawn: sql<boolean>`t.status_group <> 'done' and t.due_at <= ${deskNow()}`,
        held: sql<boolean>`t.held`,
      }[filter.state]
  }
}

/** What says where a ticket stands; the whole of a state is long. */
type Stands = Pick<
  KeptState,
  'kind' | 'status' | 'statuses' | 'held' | 'mergedInto' | 'rejected' | 'jobs' | 'bookings'
>
const STANDS = sql<Stands>`jsonb_strip_nulls(jsonb_build_object('kind', t.kind, 'status', t.status, 'statuses',
  t.state->'statuses', 'held', t.state->'held', 'mergedInto', t.state->'mergedInto', 'rejected', t.state->'rejected', 'jobs', t.state->'jobs', 'bookings', t.state->'bookings'))`

interface TicketHit {
  reference: number
  summary: string
  requester: string
  state: Stands
  edition: number
  why: string | null
}

/** What tickets are looked for by, and by whom. */
interface Sought extends SearchWords {
  /** Of each word those that are like it, where no record has it. */
  likes: string[][]
  /** What the directory has of what was typed: its tickets are found too. */
  things: ThingNumbers
  person: string
  sight: Sight
}

/** Tickets that fit: of the same words the open ones of whoever looks come first, then open ones, then those that are done. */
export async function findTickets(
  desk: Reading,
  sought: Sought,
  limit: number,
): Promise<{ exact: Hit[]; hits: Hit[]; count: number }> {
  const { number, terms, filters, likes, person, sight } = sought
  const exact = number === undefined ? [] : await ticketOfNumber(desk, number, sight)
  if (!terms.length && !filters.length) return { exact, hits: [], count: exact.length }
  const query = sql`to_tsquery('english', ${terms.length ? tsQuery(terms, likes) : ''})`
  const { rows: nodes } = await sql<{ nodes: number }>`select numnode(${query}) as nodes`.execute(desk.db)
  // Words such as “the” stand in every text; with nothing else to look for nothing is found by them.
  if (terms.length && !nodes[0]?.nodes) return { exact, hits: [], count: exact.length }
  const [found, counted] = await Promise.all([
    sql<TicketHit>`with newest as (select distinct reference from (${matching(sought, query, NEWEST)}) as found),
      best as (select reference, w.title, w.body, row_number() over (
        order by (t.status_group <> 'done' and t.technician is not distinct from ${person}) desc, t.status_group <> 'done' desc,
        ${terms.length ? sql`ts_rank(w.words, ${query}) desc nulls last,` : sql``} reference desc) as place
        from newest join ticket t using (reference) left join ticket_words w using (reference) order by place limit ${limit})
      select t.reference, t.summary, t.requester, t.edition, ${STANDS} as state,
        ${terms.length ? sql`ts_headline('english', best.title || ' · ' || best.body, ${query}, 'StartSel=«, StopSel=», MaxWords=16, MinWords=6, MaxFragments=1')` : sql`null`} as why
      from best join ticket t using (reference) order by place`.execute(desk.db),
    sql<{
      count: number
    }>`select count(distinct reference)::int as count from (${matching(sought, query, MOST)}) as counted`.execute(
      desk.db,
    ),
  ])
  const hits = await Promise.all(found.rows.map((row) => ticketHit(desk, row)))
  return {
    exact,
    hits: hits.filter((one) => !exact.some((other) => other.to === one.to)),
    count: Math.min(counted.rows[0]?.count ?? 0, MOST),
  }
}

/** Numbers of tickets that fit, the newest of each way in which they can: open ones, all, and those of things. */
function matching(
  { terms, filters, things, person, sight }: Sought,
  query: RawBuilder<unknown>,
  most: number,
): RawBuilder<unknown> {
  const where = sql.join([seenSql(sight, 't'), ...filters.map((one) => filterSql(one, person))], sql` and `)
  const newest = (from: RawBuilder<unknown>, fits: RawBuilder<unknown>) =>
    sql`(select t.reference from ${from} where ${fits} and ${where} order by t.reference desc limit ${most})`
  const tickets = sql`ticket t`
  if (!terms.length) return newest(tickets, sql`true`)
  const ofWords = sql`ticket_words w join ticket t using (reference)`
  const fits = sql`w.words @@ ${query}`
  const isOpen = filters.some((one) => one.by === 'state' && OF_OPEN.has(one.state))
  return sql.join(
    [
      // Of a million tickets few are open: their words have an index of their own.
      newest(ofWords, sql`${fits} and w.is_open`),
      ...(isOpen ? [] : [newest(ofWords, fits)]),
      ...(['agreement', 'equipment'] as const).flatMap((by) =>
        things[by].length ? [newest(tickets, ofThing(by, things[by]))] : [],
      ),
    ],
    sql` union all `,
  )
}

/** Where it stands with Dispatch, in the zone of the desk. */
function placedInWords(placed: PlacedAt | null, zone: string): string[] {
  if (!placed?.next) return placed ? ['to be placed'] : []
  const { person, from } = placed.next
  return [`placed with ${person}, ${momentInWords(from, zone, deskNow())}`]
}

async function ticketHit(desk: Reading, row: TicketHit): Promise<Hit> {
  const [design, directory, current] = await Promise.all([
    desk.knowledge.edition(row.edition),
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  return {
    kind: 'ticket',
    to: `/desk/${row.reference}`,
    title: `${row.reference} ${row.summary}`,
    note: [
      standsInWords(row.state, design.kind(row.state.kind)),
      directory.nameOf(row.requester),
      ...placedInWords(placedBy(row.state, directory), current.design.desk.zone),
    ].join(' · '),
    why: row.why?.replace(/\s+/g, ' ').trim() ?? '',
  }
}

async function ticketOfNumber(desk: Reading, number: number, sight: Sight): Promise<Hit[]> {
  const row = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'requester', 'state', 'edition'])
    .where('reference', '=', number)
    .where(seenSql(sight))
    .executeTakeFirst()
  return row ? [await ticketHit(desk, { ...row, why: `number «${number}»` })] : []
}
