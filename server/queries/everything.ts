import { sql } from 'kysely'
import { readSearch, type SearchFilter, type SearchWords } from '../../core/work'
import { standsInWords } from '../../core/ticket'
import type { KeptState } from '../db/tables'
import { deskNow } from '../clock/deskClock'
import { REQUESTER, type Sight } from '../../core/rights'
import { seenSql } from './sight'
import type { Reading } from './reading'
import { oneAt } from '../../core/lookup'

/** Something that a search found. */
export interface Hit {
  kind: 'ticket' | 'person' | 'organisation' | 'equipment' | 'agreement' | 'article' | 'design' | 'attachment'
  /** Where it is opened. */
  to: string
  title: string
  note: string
  /** Why it was found: the place with the words, which stand between « and ». */
  why: string
}

export interface Found {
  hits: Hit[]
  /** How many tickets fit, and whether there are more than were counted. */
  tickets: number
  isMore: boolean
  /** What was taken for what: a word that no record has, and the words that are like it. */
  corrected: { word: string; like: string[] }[]
  filters: string[]
}

/** Filters that only open tickets pass. */
const OF_OPEN: ReadonlySet<string> = new Set(['open', 'unassigned', 'overdrawn', 'held'])

/** Most tickets that are counted, and put in order by how well they fit. */
const MOST = 1000
const NEWEST = 400

/**
 * Looks for words in every record of every kind, parent and child, open and closed. Typing errors are borne; nothing is
 * left out but what the search itself says.
 */
export async function findEverything(
  desk: Reading,
  text: string,
  person: string,
  limit: number,
): Promise<Found> {
  const directory = await desk.knowledge.directory()
  const words = readSearch(text, {
    teams: [...directory.teams.values()],
    organisations: [...directory.organisations.values()],
    people: [...directory.people.values()],
  })
  const { terms, filters } = words
  const likes = await Promise.all(terms.map((term) => likeWords(desk, term)))
  const [tickets, others] = await Promise.all([
    directory.may(person, 'seeTickets')
      ? findTickets(desk, words, likes, person, limit, directory.sightOf(person))
      : { exact: [], hits: [], count: 0 },
    filters.length ? [] : findOthers(desk, words),
  ])
  const said = others.map((one) => `${one.title} ${one.note} ${one.why}`.toLowerCase().replace(/[«»]/g, ''))
  // What only a machine or a person has is no word that nothing has.
  const corrected = terms.flatMap((word, index) =>
    oneAt(likes, index).length && !said.some((one) => one.includes(word.toLowerCase()))
      ? [{ word, like: oneAt(likes, index) }]
      : [],
  )
  return {
    hits: [
      ...tickets.exact,
      ...others.filter((one) => one.kind !== 'article'),
      ...tickets.hits,
      ...others.filter((one) => one.kind === 'article'),
    ],
    tickets: tickets.count,
    isMore: tickets.count >= MOST,
    corrected,
    filters: filters.map((one) => one.words),
  }
}

/** The words of the desk that are like one that no record has; none where records have it. */
async function likeWords(desk: Reading, term: string): Promise<string[]> {
  if (term.length < 4 || /^\d+$/.test(term)) return []
  const { rows } = await sql<{ known: boolean }>`select exists(
    select 1 from search_word where word like ${`${term}%`}) as known`.execute(desk.db)
  if (rows[0]?.known) return []
  const { rows: like } = await sql<{ word: string }>`select word from search_word
    where word % ${term} order by similarity(word, ${term}) desc, word limit 4`.execute(desk.db)
  return like.map((one) => one.word)
}

const quote = (word: string) => `'${word.replace(/'/g, "''")}'`

/** The words as PostgreSQL asks for them: each at the beginning of a word, or one that is like it. */
function tsQuery(terms: readonly string[], likes: readonly string[][]): string {
  return terms
    .map((term, index) => `(${[`${quote(term)}:*`, ...oneAt(likes, index).map(quote)].join(' | ')})`)
    .join(' & ')
}

function filterSql(filter: SearchFilter, person: string) {
  switch (filter.by) {
    case 'team':
      return sql<boolean>`t.team = ${filter.id}`
    case 'organisation':
      return sql<boolean>`t.organisation = ${filter.id}`
    case 'technician':
      return sql<boolean>`t.technician = ${filter.id}`
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
type Stands = Pick<KeptState, 'kind' | 'status' | 'statuses' | 'held' | 'mergedInto' | 'rejected'>
const STANDS = sql<Stands>`jsonb_strip_nulls(jsonb_build_object('kind', t.kind, 'status', t.status, 'statuses',
  t.state->'statuses', 'held', t.state->'held', 'mergedInto', t.state->'mergedInto', 'rejected', t.state->'rejected'))`

interface TicketHit {
  reference: number
  summary: string
  requester: string
  state: Stands
  edition: number
  why: string | null
}

async function findTickets(
  desk: Reading,
  { number, terms, filters }: SearchWords,
  likes: string[][],
  person: string,
  limit: number,
  sight: Sight,
): Promise<{ exact: Hit[]; hits: Hit[]; count: number }> {
  const exact = number === undefined ? [] : await ticketOfNumber(desk, number, sight)
  if (!terms.length && !filters.length) return { exact, hits: [], count: 0 }
  // Of a million tickets few are open: their words have an index of their own.
  const isOpen = terms.length > 0 && filters.some((one) => one.by === 'state' && OF_OPEN.has(one.state))
  const where = sql.join(
    [
      seenSql(sight, 't'),
      ...(isOpen ? [sql`w.is_open`] : []),
      ...filters.map((one) => filterSql(one, person)),
    ],
    sql` and `,
  )
  const query = sql`to_tsquery('english', ${terms.length ? tsQuery(terms, likes) : ''})`
  const { rows: nodes } = await sql<{ nodes: number }>`select numnode(${query}) as nodes`.execute(desk.db)
  // Words such as “the” stand in every text; with nothing else to look for nothing is found by them.
  if (terms.length && !nodes[0]?.nodes) return { exact, hits: [], count: exact.length }
  const matching = terms.length
    ? sql`ticket_words w join ticket t using (reference) where w.words @@ ${query} and ${where}`
    : sql`ticket t left join ticket_words w using (reference) where ${where}`
  const [found, counted] = await Promise.all([
    sql<TicketHit>`with newest as (
        select t.reference, w.words, w.title, w.body from ${matching} order by t.reference desc limit ${NEWEST}),
      best as (select reference, title, body, row_number() over (
        order by ${terms.length ? sql`ts_rank(words, ${query}) desc,` : sql``} reference desc) as place
        from newest order by place limit ${limit})
      select t.reference, t.summary, t.requester, t.edition, ${STANDS} as state,
        ${terms.length ? sql`ts_headline('english', best.title || ' · ' || best.body, ${query}, 'StartSel=«, StopSel=», MaxWords=16, MinWords=6, MaxFragments=1')` : sql`null`} as why
      from best join ticket t using (reference) order by place`.execute(desk.db),
    sql<{
      count: number
    }>`select count(*)::int as count from (select 1 from ${matching} limit ${MOST}) as counted`.execute(
      desk.db,
    ),
  ])
  const hits = await Promise.all(found.rows.map((row) => ticketHit(desk, row)))
  return {
    exact,
    hits: hits.filter((one) => !exact.some((other) => other.to === one.to)),
    count: counted.rows[0]?.count ?? 0,
  }
}

async function ticketHit(desk: Reading, row: TicketHit): Promise<Hit> {
  const [design, directory] = await Promise.all([
    desk.knowledge.edition(row.edition),
    desk.knowledge.directory(),
  ])
  return {
    kind: 'ticket',
    to: `/desk/${row.reference}`,
    title: `${row.reference} ${row.summary}`,
    note: `${standsInWords(row.state, design.kind(row.state.kind))} · ${directory.nameOf(row.requester)}`,
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

const EACH = 5

/** People, organisations, equipment, agreements, articles and parts of the design. */
async function findOthers(desk: Reading, { terms }: SearchWords): Promise<Hit[]> {
  if (!terms.length) return []
  const [directory, current, articles] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    findArticles(desk, terms),
  ])
  const fits = (text: string) => {
    const folded = text.toLocaleLowerCase('en')
    return terms.every((term) => folded.includes(term))
  }
  const mark = (text: string) => markWords(text, terms)
  const pick = <T>(list: Iterable<T>, textOf: (one: T) => string, hit: (one: T) => Omit<Hit, 'why'>) =>
    [...list]
      .filter((one) => fits(textOf(one)))
      .slice(0, EACH)
      .map((one): Hit => ({ ...hit(one), why: mark(textOf(one)) }))
  const named = (id: string | undefined) => directory.organisations.get(id ?? '')?.name ?? ''
  return [
    ...pick(
      directory.people.values(),
      (one) => `${one.name} ${one.mail} ${one.department ?? ''}`,
      (one) => ({
        kind: 'person',
        to: `/find?words=${encodeURIComponent(one.role === REQUESTER ? `“${one.name}”` : `by ${one.name}`)}`,
        title: one.name,
        note:
          one.role === REQUESTER
            ? named(one.organisation)
            : (directory.roles.get(one.role)?.name ?? one.role),
      }),
    ),
    ...pick(
      directory.organisations.values(),
      (one) => one.name,
      (one) => ({
        kind: 'organisation',
        to: `/find?words=${encodeURIComponent(`of ${one.name}`)}`,
        title: one.name,
        note: 'organisation',
      }),
    ),
    ...pick(
      directory.equipment.values(),
      (one) => `${one.number} ${one.name} ${one.maker ?? ''} ${one.model ?? ''} ${one.serial ?? ''}`,
      (one) => ({
        kind: 'equipment',
        to: `/directory/equipment?find=${one.number}`,
        title: `${one.number} ${one.name}`,
        note: named(one.organisation),
      }),
    ),
    ...pick(
      directory.agreements,
      (one) => `${one.number} ${named(one.organisation)} ${one.contact ?? ''}`,
      (one) => ({
        kind: 'agreement',
        to: `/directory/agreements?find=${one.number}`,
        title: `Agreement ${one.number}`,
        note: named(one.organisation),
      }),
    ),
    ...designHits(current.design, fits, mark),
    ...articles,
  ]
}

function designHits(
  design: Awaited<ReturnType<Reading['knowledge']['currentEdition']>>['design'],
  fits: (text: string) => boolean,
  mark: (text: string) => string,
): Hit[] {
  const parts: [list: readonly { id: string; name: string }[], address: string, note: string][] = [
    [design.items, 'catalog', 'catalog item'],
    [design.kinds, 'kinds', 'ticket kind'],
    [design.serviceLevels, 'service-levels', 'service level'],
    [design.ladders, 'ladders', 'ladder'],
    [design.portals, 'portals', 'portal'],
    [design.moves, 'moves', 'move'],
    [design.checklists, 'moves', 'checklist'],
  ]
  return parts
    .flatMap(([list, address, note]) =>
      list
        .filter((one) => fits(one.name))
        .map((one): Hit => ({
          kind: 'design',
          to: `/design/${address}/${one.id}`,
          title: one.name,
          note: `Design: ${note}`,
          why: mark(one.name),
        })),
    )
    .slice(0, EACH)
}

function markWords(text: string, terms: readonly string[]): string {
  const words = terms.map((one) => one.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|')
  return text.replace(new RegExp(`(${words})`, 'gi'), '«$1»').trim()
}

async function findArticles(desk: Reading, terms: readonly string[]): Promise<Hit[]> {
  const query = sql`to_tsquery('english', ${terms.map((term) => `${quote(term)}:*`).join(' & ')})`
  const { rows } = await sql<{ id: number; title: string; audience: string; why: string }>`
    select id, title, audience, ts_headline('english', title || ' · ' || body, ${query}, 'StartSel=«, StopSel=», MaxWords=16, MinWords=6') as why
    from article where not removed and search @@ ${query} order by ts_rank(search, ${query}) desc limit ${EACH}`.execute(
    desk.db,
  )
  return rows.map((one) => ({
    kind: 'article',
    to: `/knowledge?article=${one.id}`,
    title: one.title,
    note: one.audience === 'desk' ? 'article for the desk' : 'article',
    why: one.why.replace(/\s+/g, ' '),
  }))
}
