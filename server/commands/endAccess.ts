import { sql } from 'kysely'
import type { Database, Trx } from '../db/connection'

/** Ends for good whatever somebody has come in by: sessions, tokens, machines and streams. */
export async function endAccess(db: Database | Trx, person: string): Promise<void> {
  for (const table of ['session', 'api_token', 'device'] as const)
    await db.deleteFrom(table).where('person', '=', person).execute()
  await sql`select pg_notify('yare_ended', ${JSON.stringify({ person })})`.execute(db)
}
