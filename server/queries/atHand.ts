import type { Database } from '../db/connection'

/** What somebody keeps at hand at a portal. */
export interface AtHand {
  person: string
  portal: string
  item: string
}

/** So much of what is kept at hand stands first at a portal, and so much of what was asked for last. */
const MOST_KEPT_FIRST = 8
const MOST_ASKED_FIRST = 3

/** Whether somebody keeps an item at hand. */
export async function isAtHand(db: Database, { person, portal, item }: AtHand): Promise<boolean> {
  const row = await db
    .selectFrom('at_hand')
    .select('item')
    .where('person', '=', person)
    .where('portal', '=', portal)
    .where('item', '=', item)
    .executeTakeFirst()
  return row !== undefined
}

/** Ids of what stands first for somebody at a portal: what they keep at hand, then what they asked for last. */
export async function firstFor(db: Database, person: string, portal: string): Promise<string[]> {
  const [kept, asked] = await Promise.all([
    db
      .selectFrom('at_hand')
      .select('item')
      .where('person', '=', person)
      .where('portal', '=', portal)
      .orderBy('at')
      .limit(MOST_KEPT_FIRST)
      .execute(),
    // The last ones only: somebody may have asked for thousands.
    db
      .selectFrom('ticket')
      .select('item')
      .where('requester', '=', person)
      .orderBy('reference', 'desc')
      .limit(30)
      .execute(),
  ])
  const keptItems = kept.map((one) => one.item)
  const askedItems = [...new Set(asked.map((one) => one.item))].slice(0, MOST_ASKED_FIRST)
  return [...new Set([...keptItems, ...askedItems])]
}
