import { sql } from 'kysely'
import { standsInWords } from '../../core/ticket'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** So many of what is shown beside somebody or something. */
export const MOST_SHOWN = 8

/** Whose open tickets are asked for: of a requester, or of a piece of equipment by its number. */
export type OpenOf = ({ requester: string } | { equipment: string }) & {
  /** Besides this one. */
  but?: number
}

/** Open tickets of somebody or something that whoever asks sees, newest first: perhaps it is about one of them. */
export async function openTicketsOf(desk: Reading, caller: Pick<Caller, 'id'>, asked: OpenOf) {
  const about =
    'requester' in asked
      ? sql<boolean>`requester = ${asked.requester}`
      : sql<boolean>`facts->'equipment'->>'number' = ${asked.equipment}`
  const rows = await desk.db
    .selectFrom('ticket')
    .select([
      'reference',
      'summary',
      'state',
      'edition',
      'logged_at',
      sql<number>`(count(*) over ())::int`.as('all'),
    ])
    .where(about)
    // Written out, so that the index of those that are open is used.
    .where(sql<boolean>`status_group <> 'done'`)
    .where('reference', '<>', asked.but ?? 0)
    .where(seenSql(await sightOf(desk, caller.id)))
    .orderBy('reference', 'desc')
    .limit(MOST_SHOWN)
    .execute()
  const named = rows.map(async ({ edition, state, ...one }) => ({
    reference: one.reference,
    summary: one.summary,
    loggedAt: one.logged_at,
    status: standsInWords(state, (await desk.knowledge.edition(edition)).kind(state.kind)),
  }))
  return { rows: await Promise.all(named), all: rows[0]?.all ?? 0 }
}
