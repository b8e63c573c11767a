import { sql, type RawBuilder, type Selectable } from 'kysely'
import {
  Comparer,
  FIRST_WEIGHING,
  rarity,
  readyFor,
  sharedTerms,
  type Compared,
  type Grade,
  type Likeness,
  type Weighing,
} from '../../core/similar'
import { statusOf } from '../../core/lifecycle'
import { standsInWords, type TicketState } from '../../core/ticket'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { Tables } from '../db/tables'
import { collectionOf, type Counted } from './collection'
import { comparedOf, wordsByCode } from './compared'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** At most so many tickets are compared for each of the ways in which they are found: it costs the same however many there are. */
const MOST_BY_RARE = 1500
const MOST_BY_PAIR = 500
const MOST_BY_MACHINE = 200
/** The newest tickets are compared whatever their words. */
const NEWEST = 2000
const MOST_OPEN = 1000
/** By so many of its words open tickets are looked for. */
const RAREST = 8
/** What one question costs at most, in tickets that are compared. */
export const MOST_COMPARED = MOST_BY_RARE + MOST_BY_PAIR + MOST_BY_MACHINE + NEWEST + MOST_OPEN
/** Among so many of the most alike those are looked for that somebody sees. */
const MOST_RANKED = 400

export interface SimilarTicket extends Likeness {
  reference: number
  summary: string
  requester: string
  status: string
  kind: string
  isOpen: boolean
  loggedAt: number
  /** Whether it is a major incident that goes on. */
  isMajor: boolean
  /** When it was done, and what was written as what solved it; null while it is open, or where nothing was. */
  doneAt: number | null
  solution: string | null
  grade: Grade
  /** The words that both have, those first that tell most. */
  words: string[]
}

export interface Row extends Compared {
  reference: number
}

interface Ranked extends Likeness {
  row: Row
}

/** What is looked for: tickets like one that is there, or like what somebody has written so far. */
export interface Sought {
  compared: Compared
  /** The ticket itself, which is not like itself. */
  but?: number
  openOnly?: boolean
  most: number
  weighing: Weighing
}

/** How many words are named of those in common. */
const MOST_WORDS = 6

/** Tickets like a ticket that somebody of the desk sees, the most alike first. */
export async function similarTo(
  desk: Reading,
  state: TicketState,
  person: string,
  more: Pick<Sought, 'most' | 'openOnly'>,
): Promise<SimilarTicket[]> {
  const [design, directory, inForce] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const weighing = inForce.design.triage.similar ?? FIRST_WEIGHING
  const compared = comparedOf(state, design, directory)
  const { ready, found } = await mostAlike(desk, seenSql(await sightOf(desk, person)), {
    ...more,
    weighing,
    compared,
    but: state.reference,
  })
  const [said, collection] = [wordsByCode(state, design, directory), await collectionOf(desk.db)]
  return Promise.all(
    found.map(async ({ row, likeness, lines, state: other }) => {
      const edition = await desk.knowledge.editionOf(other)
      const kind = edition.kind(other.kind)
      const isOpen = statusOf(kind, other.status).group !== 'done'
      return {
        ...{ reference: row.reference, summary: other.summary, requester: directory.nameOf(other.requester) },
        ...{ status: standsInWords(other, kind), kind: other.kind, isOpen, isMajor: goesOn(other) },
        ...{ loggedAt: other.loggedAt, doneAt: isOpen ? null : (other.statuses.at(-1)?.at ?? null) },
        solution: isOpen ? null : other.remarks,
        ...{ likeness, lines, grade: gradeOf(likeness, weighing) },
        words: sharedTerms(ready, readyFor(row, weighing, collection))
          .flatMap((term) => said.get(term) ?? [])
          .slice(0, MOST_WORDS),
      }
    }),
  )
}

const goesOn = ({ major }: TicketState) => major !== undefined && major.endedAt === undefined

/** Nearly the same from its mark; alike above the middle of what is shown below that. */
export function gradeOf(likeness: number, { shown, same }: Pick<Weighing, 'shown' | 'same'>): Grade {
  const hundredths = likeness * 100
  if (hundredths >= same) return 'same'
  return hundredths >= (shown + same) / 2 ? 'alike' : 'loose'
}

/** What is most like what is sought, whoever may see it. */
export async function rankedLike(desk: Pick<Reading, 'db'>, sought: Omit<Sought, 'most'>) {
  const { compared, weighing } = sought
  const comparer = new Comparer(compared, weighing, await collectionOf(desk.db))
  const ranked = (await candidates(desk, sought))
    .map((row): Ranked => ({ row, ...comparer.likenessTo(row) }))
    .filter((one) => one.likeness * 100 >= weighing.shown)
    .sort((a, b) => b.likeness - a.likeness || b.row.at - a.row.at)
    .slice(0, MOST_RANKED)
  return { ready: comparer.one, ranked }
}

/**
 * The tickets most like what is sought, with their states.
 * @param sees which rows of `ticket` whoever asks may see
 */
export async function mostAlike(desk: Reading, sees: RawBuilder<boolean>, sought: Sought) {
  const { ready, ranked } = await rankedLike(desk, sought)
  const references = ranked.map((one) => one.row.reference)
  if (!references.length) return { ready, found: [] }
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference'])
    .where('reference', 'in', references)
    .where(sees)
    .execute()
  const seen = new Set(rows.map((one) => one.reference))
  const best = ranked.filter((one) => seen.has(one.row.reference)).slice(0, sought.most)
  return { ready, found: await withStates(desk, best) }
}

async function withStates(desk: Reading, best: readonly Ranked[]) {
  if (!best.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', ...STATE_COLUMNS])
    .where(
      'reference',
      'in',
      best.map((one) => one.row.reference),
    )
    .execute()
  const states = new Map(rows.map((row) => [row.reference, wholeState(row)]))
  return best.flatMap((one) => {
    const state = states.get(one.row.reference)
    return state ? [{ ...one, state }] : []
  })
}

/** Arrays go as JSON: reading a thousand of the database’s own takes ten times as long. */
const COLUMNS = sql`reference, to_json(summary) as summary, to_json(said) as said, item, site, requester, machine, logged_at`

/**
 * Tickets that may be alike, found in several ways of which each is bounded: by words that few have, by two words that many
 * have, among the newest, among those that are open, and of the same machine.
 */
export async function candidates(
  { db }: Pick<Reading, 'db'>,
  sought: Pick<Sought, 'compared' | 'but' | 'openOnly'>,
): Promise<Row[]> {
  const parts = waysOf(sought, await collectionOf(db)).map(
    ({
      where,
      limit,
      newestFirst,
    }) => sql`(select ${COLUMNS} from ticket_likeness where ${where} and not is_out
      and reference <> ${sought.but ?? 0} ${sought.openOnly ? sql`and is_open` : sql``}
      ${newestFirst ? sql`order by logged_at desc` : sql``} limit ${limit})`,
  )
  if (!parts.length) return []
  const asked = sql<KeptRow>`select distinct on (reference) *
    from (${sql.join(parts, sql` union all `)}) as found`
  const { rows } = await db.transaction().execute(async (trx) => {
    // How many have one of some words is guessed far too high, and then all tickets are read: 2 s where it takes 20 ms.
    await sql`set local enable_seqscan = off`.execute(trx)
    return asked.execute(trx)
  })
  return rows.map(readRow)
}

interface FoundBy {
  where: RawBuilder<boolean>
  limit: number
  newestFirst?: true
}

function waysOf({ compared }: Pick<Sought, 'compared'>, collection: Counted): FoundBy[] {
  const terms = [...new Set([...compared.summary, ...compared.said])].sort(
    (a, b) => rarity(collection, b) - rarity(collection, a),
  )
  const having = (some: readonly number[]) => sql<boolean>`(summary || said) && ${[...some]}::int[]`
  const ways: FoundBy[] = []
  const rare = rareOf(terms, collection)
  if (rare.length) ways.push({ where: having(rare), limit: MOST_BY_RARE })
  const pair = terms.slice(rare.length, rare.length + 2)
  if (pair.length > 1) ways.push({ where: sql`(summary || said) @> ${pair}::int[]`, limit: MOST_BY_PAIR })
  if (terms.length) {
    const newest = sql<boolean>`reference > (select coalesce(max(reference), 0) - ${NEWEST} from ticket_likeness)`
    ways.push({ where: sql`${newest} and ${having(terms)}`, limit: NEWEST })
    ways.push({ where: sql`is_open and ${having(terms.slice(0, RAREST))}`, limit: MOST_OPEN })
  }
  const { machine } = compared
  if (machine !== undefined)
    ways.push({ where: sql`machine = ${machine}`, limit: MOST_BY_MACHINE, newestFirst: true })
  return ways
}

export type KeptRow = Omit<Selectable<Tables['ticket_likeness']>, 'is_open' | 'is_out' | 'same'>

export const readRow = ({
  reference,
  summary,
  said,
  item,
  site,
  requester,
  machine,
  logged_at,
}: KeptRow): Row => ({
  ...{ reference, summary, said, at: logged_at },
  ...(item !== null && { item }),
  ...(site !== null && { site }),
  ...(requester !== null && { requester }),
  ...(machine !== null && { machine }),
})

/** The rarest terms, as long as not more tickets have them than are compared. */
function rareOf(terms: readonly number[], collection: Counted): number[] {
  const rare: number[] = []
  let expected = 0
  for (const term of terms) {
    expected += collection.share(Math.max(collection.having(term), 1))
    if (expected > MOST_BY_RARE) break
    rare.push(term)
  }
  return rare
}
