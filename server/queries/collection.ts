import type { Collection } from '../../core/similar'
import { log } from '../base/log'
import type { Database } from '../db/connection'

/** So many terms are known by how often they stand; the rest is rare. */
const MOST_KNOWN = 300_000

/** What a desk's tickets have of each term, and how many tickets there are for each that was counted. */
export interface Counted extends Collection {
  /** Of how many tickets those counted are a part. */
  share(expected: number): number
}

interface Kept {
  countedAt: number
  counted: Counted
}

const kept = new WeakMap<Database, Kept>()
const reading = new WeakMap<Database, Promise<Kept>>()

/** How often each term stands in the tickets of this desk, as last counted; read again when it was counted anew. */
export async function collectionOf(db: Database): Promise<Counted> {
  const row = await db
    .selectFrom('term_counting')
    .select(['counted_at', 'tickets', 'all_tickets'])
    .executeTakeFirst()
  if (!row) return NOTHING
  const known = kept.get(db)
  if (known?.countedAt === row.counted_at) return known.counted
  const running = reading.get(db) ?? readTerms(db, row)
  reading.set(db, running)
  // Whoever knows an older count goes by that meanwhile: rarity changes little from one to the next.
  if (known) {
    running.catch((error: Error) =>
      log.warn({ error: error.message }, 'how rare words are could not be read'),
    )
    return known.counted
  }
  return (await running).counted
}

const NOTHING: Counted = { all: 0, having: () => 0, share: (expected) => expected }

async function readTerms(
  db: Database,
  { counted_at, tickets, all_tickets }: { counted_at: number; tickets: number; all_tickets: number },
): Promise<Kept> {
  try {
    const rows = await db
      .selectFrom('term_count')
      .select(['term', 'tickets'])
      .orderBy('tickets', 'desc')
      .limit(MOST_KNOWN)
      .execute()
    const having = new Map(rows.map((one) => [one.term, one.tickets]))
    const counted: Counted = {
      all: tickets,
      having: (term) => having.get(term) ?? 0,
      share: (expected) => (expected * all_tickets) / Math.max(tickets, 1),
    }
    const found = { countedAt: counted_at, counted }
    kept.set(db, found)
    return found
  } finally {
    reading.delete(db)
  }
}
