import { sql } from 'kysely'
import type { Agreement, Directory, Equipment } from '../../core/design'
import { readSearch, type SearchThing, type SearchWords } from '../../core/work'
import { REQUESTER } from '../../core/rights'
import { findTickets, MOST, quote } from './findTickets'
import { readerOf, readSql, type Readers } from './readers'
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
  const things = thingsOf(text, words, directory)
  const [tickets, more] = await Promise.all([
    directory.may(person, 'seeTickets')
      ? findTickets(
          desk,
          { ...words, likes, things: numbersOf(things), person, sight: directory.sightOf(person) },
          limit,
        )
      : { exact: [], hits: [], count: 0 },
    filters.length ? [] : findOthers(desk, words, readerAs(directory, person)),
  ])
  const exact = thingHits(things, directory)
  const others = [...exact, ...more.filter((one) => !exact.some((other) => other.to === one.to))]
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

/** What the directory has that is meant by its number or its serial number. */
interface Things {
  equipment: Equipment[]
  agreements: Agreement[]
}

function thingsOf(text: string, { number, filters }: SearchWords, directory: Directory): Things {
  const numbers = (by: SearchThing) => [
    ...(number === undefined ? [] : [number]),
    ...filters.flatMap((one) => (one.by === by ? [one.number] : [])),
  ]
  const bySerial = directory.equipmentBySerial(text.trim())
  const equipment = numbers('equipment').flatMap((one) => directory.equipment.get(String(one)) ?? [])
  return {
    equipment: [...new Set([...(bySerial ? [bySerial] : []), ...equipment])],
    agreements: numbers('agreement').flatMap((one) => directory.agreement(one) ?? []),
  }
}

const numbersOf = ({ equipment, agreements }: Things) => ({
  equipment: equipment.map((one) => one.number),
  agreement: agreements.map((one) => one.number),
})

const thingHits = ({ equipment, agreements }: Things, directory: Directory): Hit[] => [
  ...equipment.map((one) => ({
    ...equipmentHit(one, directory),
    why: `number «${one.number}»${one.serial ? `, serial number «${one.serial}»` : ''}`,
  })),
  ...agreements.map((one) => ({ ...agreementHit(one, directory), why: `number «${one.number}»` })),
]

const organisationName = (directory: Directory, id: string | undefined) =>
  directory.organisations.get(id ?? '')?.name ?? ''

const equipmentHit = (one: Equipment, directory: Directory): Omit<Hit, 'why'> => ({
  kind: 'equipment',
  to: `/directory/equipment?find=${one.number}`,
  title: `${one.number} ${one.name}`,
  note: organisationName(directory, one.organisation),
})

const agreementHit = (one: Agreement, directory: Directory): Omit<Hit, 'why'> => ({
  kind: 'agreement',
  to: `/directory/agreements?find=${one.number}`,
  title: `Agreement ${one.number}`,
  note: organisationName(directory, one.organisation),
})

const EACH = 5

function readerAs(directory: Directory, person: string): Readers {
  const { teams = [], role = '' } = directory.people.get(person) ?? {}
  return readerOf({ teams, rights: directory.rightsOf(role) })
}

/** People, organisations, equipment, agreements, articles and parts of the design. */
async function findOthers(desk: Reading, { terms }: SearchWords, readers: Readers): Promise<Hit[]> {
  if (!terms.length) return []
  const [directory, current, articles] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    findArticles(desk, readers, terms),
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
  const named = (id: string | undefined) => organisationName(directory, id)
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
      (one) => equipmentHit(one, directory),
    ),
    ...pick(
      directory.agreements,
      (one) => `${one.number} ${named(one.organisation)} ${one.contact ?? ''}`,
      (one) => agreementHit(one, directory),
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

const ARTICLE = { requesters: 'article', desk: 'article for the desk', team: 'article for a team' }

async function findArticles(desk: Reading, readers: Readers, terms: readonly string[]): Promise<Hit[]> {
  const query = sql`to_tsquery('english', ${terms.map((term) => `${quote(term)}:*`).join(' & ')})`
  const { rows } = await sql<{ id: number; title: string; audience: keyof typeof ARTICLE; why: string }>`
    select id, title, audience, ts_headline('english', title || ' · ' || body, ${query}, 'StartSel=«, StopSel=», MaxWords=16, MinWords=6') as why
    from article where ${readSql(readers)} and search @@ ${query} order by ts_rank(search, ${query}) desc limit ${EACH}`.execute(
    desk.db,
  )
  return rows.map((one) => ({
    kind: 'article',
    to: `/knowledge?article=${one.id}`,
    title: one.title,
    note: ARTICLE[one.audience],
    why: one.why.replace(/\s+/g, ' '),
  }))
}
