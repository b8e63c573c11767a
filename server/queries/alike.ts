import { sql } from 'kysely'
import { standsInWords, type TicketState } from '../../core/ticket'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** Likeness of two summaries (trigrams, 0 to 1) from which they may be about the same; common practice, no source. */
const ALIKE_FROM = 0.3

/** How much more alike two tickets are that ask for the same, or of which one person asks; common practice, no source. */
const SAME_ITEM = 0.4
const SAME_REQUESTER = 0.2

/**
 * Open tickets that may be about the same thing: about the same machine, of the same organisation for the same item, or in
 * like words. That one person asks for both makes nothing alike that is not.
 * @param most how many are given at most, the most alike first
 */
export async function alikeTo(desk: Reading, state: TicketState, person: string, most: number) {
  const sight = await sightOf(desk, person)
  const { reference, requester, organisation, item, summary, equipment } = state
  const likeness = sql<number>`similarity(summary, ${summary})`
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'requester', 'state', likeness.as('likeness')])
    .where('status_group', '<>', 'done')
    .where('reference', '<>', reference)
    .where(seenSql(sight))
    .where(
      sql<boolean>`((organisation = ${organisation} and item = ${item}) or summary % ${summary}
        or facts->'equipment'->>'number' = ${equipment?.toString() ?? null})`,
    )
    .orderBy(
      sql`${likeness} + case when item = ${item} then ${SAME_ITEM}::float else 0 end
        + case when requester = ${requester} then ${SAME_REQUESTER}::float else 0 end`,
      'desc',
    )
    .orderBy('reference', 'desc')
    .limit(most)
    .execute()
  const directory = await desk.knowledge.directory()
  return Promise.all(
    rows.map(async (row) => {
      const design = await desk.knowledge.editionOf(row.state)
      const why = [
        equipment !== undefined && row.state.equipment === equipment && 'the same machine',
        row.state.item === item && 'asked for the same',
        row.requester === requester && 'the same requester',
        row.likeness >= ALIKE_FROM && 'in like words',
      ]
      return {
        reference: row.reference,
        summary: row.summary,
        requester: directory.nameOf(row.requester),
        status: standsInWords(row.state, design.kind(row.state.kind)),
        loggedAt: row.state.loggedAt,
        why: why.filter((one) => one !== false),
      }
    }),
  )
}
