import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import type { Transporter } from 'nodemailer'
import { isoDate } from '../../core/time'
import { deskAddress } from '../base/links'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Database } from '../db/connection'
import { post } from './letter'

/** So many articles stand in one mail; its link leads to all. */
const MOST_IN_ONE = 40

/** Whoever sees to it by now, and that day: another owner is told as well, and of another day too. */
const TOLD = sql<string>`concat(owner, ' ', review_at)`

/** Articles whose day has come and whose owner was not told of that. */
const dueArticles = (db: Database) =>
  db
    .selectFrom('article')
    .where('article.removed', '=', false)
    .where('draft', '=', false)
    .where('review_at', '<=', deskNow())
    .where(sql<boolean>`review_told is distinct from ${TOLD}`)

/** Ids of those who are to be told that articles of theirs are to be looked at again. */
export async function ownersToTell(db: Database): Promise<string[]> {
  const rows = await dueArticles(db)
    .innerJoin('person', 'person.id', 'article.owner')
    .select('person.id')
    .distinct()
    .where('person.active', '=', true)
    .orderBy('person.id')
    .execute()
  return rows.map((one) => one.id)
}

/**
 * Tells somebody once, in one mail, which articles of theirs are to be looked at again. After a crash the same mail comes
 * with the same identifier.
 * @throws Error when the server of mails is away, so that the job is tried again
 */
export async function tellReviews(desk: Desk, transport: Transporter, person: string): Promise<void> {
  const [due, owner] = await Promise.all([
    dueArticles(desk.db)
      .select(['id', 'title', sql<number>`review_at`.as('day'), TOLD.as('told')])
      .where('owner', '=', person)
      .orderBy('review_at')
      .orderBy('id')
      .execute(),
    desk.db
      .selectFrom('person')
      .select(['name', 'mail', 'role', 'organisation', 'notify'])
      .where('id', '=', person)
      .where('active', '=', true)
      .executeTakeFirst(),
  ])
  if (!due.length || !owner) return
  const { zone } = (await desk.knowledge.currentEdition()).design.desk
  const lines = due
    .slice(0, MOST_IN_ONE)
    .map(({ id, title, day }) => `${title} (${isoDate(day, zone)})\n${deskAddress()}/knowledge?article=${id}`)
  const about = due.map((one) => `${one.id}:${one.day}`).join(' ')
  await post(desk, transport, owner, {
    purpose: 'review',
    id: createHash('sha256').update(`${person} ${about}`).digest('hex').slice(0, 24),
    words: { articles: lines.join('\n\n') },
    link: () => '/knowledge?shown=review',
  })
  // What got another day or owner meanwhile is told of again.
  for (const { id, told } of due)
    await desk.db.updateTable('article').set({ review_told: told }).where('id', '=', id).execute()
}
