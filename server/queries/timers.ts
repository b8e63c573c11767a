import { sql } from 'kysely'
import type { Database, Trx } from '../db/connection'

/** The tickets on which somebody's timer runs. */
export async function timersOf(db: Trx | Database, person: string): Promise<number[]> {
  const rows = await db
    .selectFrom('ticket')
    .select('reference')
    .where('timers', '<>', sql<string[]>`'{}'`)
    .where(sql<boolean>`timers @> array[${person}]::text[]`)
    .execute()
  return rows.map((row) => row.reference)
}
