import { sql } from 'kysely'
import { statusOf } from '../../core/lifecycle'
import type { Grade } from '../../core/similar'
import { standsInWords, type TicketState } from '../../core/ticket'
import type { Caller } from '../base/caller'
import { categoriesAbout, deskArticlesLike } from './knowledge'
import { openTicketsOf } from './openOf'
import { readerOf } from './readers'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'
import { similarTo, type SimilarTicket } from './similar'
import { findState } from './ticketState'

/** So many articles stand beside a ticket, and so many tickets like it. */
const MOST_ARTICLES = 4
const MOST_SIMILAR = 5

/** What stands beside a ticket and is looked for: articles that fit, tickets like it, and what else is open of the same. */
export async function besideTicket(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'id' | 'teams' | 'rights'>,
) {
  const state = await findState(desk, reference)
  if (!state) return undefined
  const number = state.equipment?.number
  const similarOnes = similarTo(desk, state, caller.id, { most: MOST_SIMILAR })
  const [similar, articles, requester, equipment, past] = await Promise.all([
    similarOnes,
    similarOnes.then((like) => articlesFor(desk, state, like, caller)),
    openTicketsOf(desk, caller, { requester: state.requester, but: reference }),
    number === undefined ? undefined : openTicketsOf(desk, caller, { equipment: number, but: reference }),
    number === undefined ? undefined : pastOf(desk, caller, number, reference),
  ])
  return {
    articles,
    /** Tickets like it, the most alike first. */
    similar,
    /** Other open tickets of who asked, and of the machine that it is about. */
    open: { requester, equipment: equipment ?? { rows: [], all: 0 } },
    /** How many tickets of the machine are done, and when the last was logged; nothing where it is about none. */
    past: past ?? null,
  }
}

/** Articles that fit a ticket: tied to what it is about, used at what is like it, or with its words. */
async function articlesFor(
  desk: Reading,
  state: TicketState,
  like: readonly SimilarTicket[],
  caller: Pick<Caller, 'id' | 'teams' | 'rights'>,
) {
  const [design, directory, used] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
    usedAt(
      desk,
      like.map((one) => one.reference),
    ),
  ])
  const about = {
    text: `${state.summary} ${design.item(state.item).name} ${saidIn(state)}`,
    categories: categoriesAbout(design, state.category),
    item: state.item,
    signal: state.signal?.kind,
    equipmentType: directory.equipment.get(state.equipment?.number ?? '')?.type,
    used,
  }
  return deskArticlesLike(desk.db, about, readerOf(caller), MOST_ARTICLES)
}

/** Which articles were used at some tickets, and at how many of them each. */
async function usedAt(
  { db }: Pick<Reading, 'db'>,
  references: readonly number[],
): Promise<Map<number, number>> {
  if (!references.length) return new Map()
  const rows = await db
    .selectFrom('article_use')
    .select(['article', sql<number>`count(*)::int`.as('times')])
    .where('reference', 'in', references)
    .groupBy('article')
    .execute()
  return new Map(rows.map((one) => [one.article, one.times]))
}

/** What was written in answer to its questions. */
const saidIn = ({ answers }: TicketState): string =>
  Object.values(answers)
    .filter((one) => typeof one === 'string')
    .join(' ')

async function pastOf(desk: Reading, caller: Pick<Caller, 'id'>, equipment: string, but: number) {
  const found = await desk.db
    .selectFrom('ticket')
    .select([sql<number>`count(*)::int`.as('tickets'), sql<number | null>`max(logged_at)`.as('lastAt')])
    .where(sql<boolean>`facts->'equipment'->>'number' = ${equipment}`)
    .where('status_group', '=', 'done')
    .where('reference', '<>', but)
    .where(seenSql(await sightOf(desk, caller.id)))
    .executeTakeFirstOrThrow()
  return { tickets: found.tickets, lastAt: found.lastAt }
}

/** So many open tickets are offered to be ended together. */
const MOST_TOGETHER = 300

/** A ticket that is answered and ended with others that are like it. */
export interface TogetherLine {
  reference: number
  summary: string
  requester: string
  status: string
  kind: string
  /** How alike they are; nothing for the ticket itself. */
  grade?: Grade
}

/** A ticket, if it is open, and open ones like it, the most alike first; undefined when there is no such ticket. */
export async function openLike(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'id'>,
): Promise<TogetherLine[] | undefined> {
  const state = await findState(desk, reference)
  if (!state) return undefined
  const [found, design, directory] = await Promise.all([
    similarTo(desk, state, caller.id, { most: MOST_TOGETHER - 1, openOnly: true }),
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
  ])
  const kind = design.kind(state.kind)
  const own = {
    ...{ reference, summary: state.summary, requester: directory.nameOf(state.requester) },
    ...{ status: standsInWords(state, kind), kind: state.kind },
  }
  const isOpen = statusOf(kind, state.status).group !== 'done'
  return [
    ...(isOpen ? [own] : []),
    ...found.map(({ reference, summary, requester, status, kind, grade }) => ({
      ...{ reference, summary, requester, status, kind, grade },
    })),
  ]
}
