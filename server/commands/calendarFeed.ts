import { sql } from 'kysely'
import { deskAddress, linkToken } from '../base/links'
import type { Database } from '../db/connection'
import { feedKey } from '../queries/calendarFeed'

/** Makes the address at which somebody's fixed times are read; the one before ends. */
export async function makeFeed(db: Database, person: string): Promise<string> {
  const { made } = await db
    .insertInto('calendar_feed')
    .values({ person, made: 1 })
    .onConflict((on) =>
      on.column('person').doUpdateSet({ made: sql<number>`calendar_feed.made + 1`, ended: false }),
    )
    .returning('made')
    .executeTakeFirstOrThrow()
  return `${deskAddress()}/api/feeds/${await linkToken(db, 'calendar', feedKey(person, made))}`
}

/** Ends the address of somebody's fixed times, if there is one. */
export async function endFeed(db: Database, person: string): Promise<void> {
  await db.updateTable('calendar_feed').set({ ended: true }).where('person', '=', person).execute()
}
