import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import type { AtHand } from '../queries/atHand'

/** Most things that somebody keeps at hand; the oldest make room. */
const MOST_KEPT = 50

/** Somebody keeps something at hand at a portal, or no longer. */
export async function keepAtHand(db: Database, { person, portal, item }: AtHand, on: boolean): Promise<void> {
  const theirs = db.deleteFrom('at_hand').where('person', '=', person).where('portal', '=', portal)
  if (!on) {
    await theirs.where('item', '=', item).execute()
    return
  }
  await db
    .insertInto('at_hand')
    .values({ person, portal, item, at: deskNow() })
    .onConflict((on) => on.doNothing())
    .execute()
  await theirs
    .where('item', 'in', (q) =>
      q
        .selectFrom('at_hand')
        .select('item')
        .where('person', '=', person)
        .where('portal', '=', portal)
        .orderBy('at', 'desc')
        .offset(MOST_KEPT),
    )
    .execute()
}
