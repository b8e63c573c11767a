import { sql } from 'kysely'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { TicketState } from '../../core/ticket'
import type { Caller } from '../base/caller'
import { categoriesAbout, deskArticlesLike } from './knowledge'
import { openTicketsOf } from './openOf'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'
import { similarTo } from './similar'

/** So many articles stand beside a ticket, and so many tickets like it. */
const MOST_ARTICLES = 4
const MOST_SIMILAR = 5

/** What stands beside a ticket and is looked for: articles that fit, tickets like it, and what else is open of the same. */
export async function besideTicket(desk: Reading, reference: number, caller: Pick<Caller, 'id'>) {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const state = wholeState(row)
  const design = await desk.knowledge.editionOf(state)
  const number = state.equipment?.number
  const [similar, articles, requester, equipment, past] = await Promise.all([
    similarTo(desk, state, caller.id, { most: MOST_SIMILAR }),
    deskArticlesLike(
      desk.db,
      {
        text: `${state.summary} ${design.item(state.item).name} ${saidIn(state)}`,
        categories: categoriesAbout(design, state.category),
      },
      MOST_ARTICLES,
    ),
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
