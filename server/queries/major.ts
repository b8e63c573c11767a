import { sql } from 'kysely'
import type { Caller } from '../base/caller'
import { whyAlike } from '../../core/similar'
import { readSearch } from '../../core/work'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { similarTo } from './similar'
import { findTickets } from './findTickets'
import type { Reading } from './reading'
import { sightOf, unseenOf } from './sight'

/** So many tickets are offered that may belong to it. */
const MOST_OFFERED = 20
/** So many messages of one incident are shown; of more it is said. */
const MOST_TOLD = 2000
/** What its people, and the requesters of what it gathered, are told by. */
const TEMPLATES = ['majorUpdate', 'majorOver']

interface Offered {
  reference: number
  summary: string
  note: string
}

/**
 * Tickets that may belong to a major incident, those that do not yet: open ones like it, or where words are given those
 * that a search finds.
 * @param evenDone searches among those that are done as well
 */
export async function mayBelong(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'id'>,
  { words = '', evenDone = false }: { words?: string; evenDone?: boolean },
): Promise<Offered[] | undefined> {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const state = wholeState(row)
  const gathered = new Set([reference, ...(state.major?.children ?? []).map((one) => one.reference)])
  const isNew = (one: Offered) => !gathered.has(one.reference)
  if (!words.trim()) {
    const most = MOST_OFFERED + gathered.size
    const alike = await similarTo(desk, state, caller.id, { most, openOnly: true })
    return alike
      .map((one) => ({ ...one, note: [one.status, one.requester, whyAlike(one, one.words)].join(' · ') }))
      .filter(isNew)
      .slice(0, MOST_OFFERED)
      .map(({ reference, summary, note }) => ({ reference, summary, note }))
  }
  const { hits, exact } = await searched(desk, words, caller, evenDone)
  return [...exact, ...hits].filter(isNew).slice(0, MOST_OFFERED)
}

async function searched(desk: Reading, words: string, { id }: Pick<Caller, 'id'>, evenDone: boolean) {
  const sought = readSearch(words, { teams: [], organisations: [], people: [] })
  const { terms } = sought
  const open = { by: 'state', state: 'open', words: 'open' } as const
  const found = await findTickets(
    desk,
    {
      ...sought,
      filters: evenDone ? sought.filters : [...sought.filters, open],
      likes: terms.map(() => []),
      things: { agreement: [], equipment: [] },
      person: id,
      sight: await sightOf(desk, id),
    },
    MOST_OFFERED,
  )
  const offered = ({ to, title, note }: (typeof found.hits)[number]): Offered => {
    const reference = Number(to.split('/').pop())
    return { reference, summary: title.replace(/^\d+ /, ''), note }
  }
  // A number is meant, whatever else has it; but what is done is offered only where that is said.
  return {
    exact: evenDone ? found.exact.map(offered) : await openAmong(desk, found.exact.map(offered)),
    hits: found.hits.map(offered),
  }
}

async function openAmong(desk: Reading, offered: Offered[]): Promise<Offered[]> {
  if (!offered.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select('reference')
    .where(
      'reference',
      'in',
      offered.map((one) => one.reference),
    )
    .where('status_group', '<>', 'done')
    .execute()
  return offered.filter((one) => rows.some((row) => row.reference === one.reference))
}

/** Who was told what of a major incident: each message of it and of what it gathered, with what became of it. */
export async function toldOf(desk: Reading, reference: number, caller: Pick<Caller, 'id'>) {
  const row = await desk.db
    .selectFrom('ticket')
    .select('state')
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const all = (row.state.major?.children ?? []).map((one) => one.reference)
  // Whoever does not see a ticket reads of nobody that it is theirs.
  const unseen = new Set(await unseenOf(desk, caller, all))
  const children = all.filter((one) => !unseen.has(one))
  const [rows, directory] = await Promise.all([
    desk.db
      .selectFrom('outbox')
      .select(['reference', 'person', 'address', 'channel', 'state', 'template', 'queued_at as at'])
      .where('reference', 'in', [reference, ...children])
      .where('template', 'in', TEMPLATES)
      .where(sql<boolean>`after is null`)
      .orderBy('queued_at')
      .orderBy('key')
      .limit(MOST_TOLD)
      .execute(),
    desk.knowledge.directory(),
  ])
  return rows.map(({ person, address, ...one }) => ({
    ...one,
    name: person ? directory.nameOf(person) : address,
  }))
}
