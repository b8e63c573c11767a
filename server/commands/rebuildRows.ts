import type { Database } from '../db/connection'
import { Knowledge } from './design'
import { store } from './store'

const BATCH = 500

/**
 * Writes the rows of all tickets, of their clocks and of their alarms anew, as their states say: needed once
 * after a migration that adds a column to them.
 * @returns how many tickets were written
 */
export async function rebuildRows(db: Database): Promise<number> {
  const knowledge = new Knowledge(db)
  let [after, written] = [-1, 0]
  for (;;) {
    const count = await db.transaction().execute(async (trx) => {
      const rows = await trx
        .selectFrom('ticket')
        .select(['reference', 'state'])
        .where('reference', '>', after)
        .orderBy('reference')
        .limit(BATCH)
        .forUpdate()
        .execute()
      const decisions = await Promise.all(
        rows.map(async ({ state }) => ({
          decided: { entries: [], messages: [], state },
          design: await knowledge.editionOf(state),
        })),
      )
      if (decisions.length) await store(trx, decisions)
      after = rows[rows.length - 1]?.reference ?? after
      return rows.length
    })
    written += count
    if (count < BATCH) return written
  }
}
