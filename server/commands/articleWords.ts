import { sql } from 'kysely'
import type { Portal } from '../../core/intake'
import { Refused } from '../../core/ticket'
import { MINUTE, type Instant } from '../../core/time'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import { MISSED_FOR, readArticle } from '../queries/articles'
import { askerOf } from '../queries/asker'
import { searchPortal } from '../queries/knowledge'
import type { Readers } from '../queries/readers'
import type { Desk } from './desk'
import { gone } from './knowledge'

// What its readers say of an article, and what was looked for and is in none.

export interface Verdict {
  helped: boolean
  words: string
}

/**
 * Whether an article helped who read it; who says so again has changed their mind.
 * @param portal where it was read; nothing for the desk
 * @throws Refused when it is not there for them
 */
export async function judgeArticle(
  desk: Desk,
  article: number,
  { helped, words }: Verdict,
  { person, readers, portal }: { person: string; readers: Readers; portal?: string },
): Promise<void> {
  const found = await readArticle(desk.db, article, readers)
  if (!found) throw gone()
  const said = { helped, words: words.trim(), version: found.version, at: deskNow(), portal: portal ?? null }
  await desk.db
    .insertInto('article_verdict')
    .values({ article, person, ...said })
    .onConflict((on) => on.columns(['article', 'person']).doUpdateSet(said))
    .execute()
}

/**
 * Somebody has looked at an article: it is true still, and is looked at again later.
 * @param until when; nothing where it need not be
 * @throws Refused when it is gone, or that is past
 */
export async function stillTrue(desk: Desk, article: number, until: Instant | null): Promise<void> {
  if (until !== null && until <= deskNow())
    throw new Refused('invalid', 'Choose a day that is still to come.', [
      { field: 'until', message: 'is past' },
    ])
  const done = await desk.db
    .updateTable('article')
    .set({ review_at: until })
    .where('id', '=', article)
    .where('removed', '=', false)
    .returning('id')
    .executeTakeFirst()
  if (!done) throw gone()
}

/** Words that somebody goes on writing within so long are one search. */
const GOES_ON = 2 * MINUTE
/** So many are kept of one person. */
const MOST_OF_ONE = 40

/** Words as they are counted: without what only writing adds. */
const plain = (words: string) => words.toLowerCase().replace(/\s+/g, ' ').trim().slice(0, 120)

/**
 * Writes down what a visitor of a portal looked for and did not find. What is there after all is not written down, nor what
 * they only went on writing.
 * @returns whether it was
 */
export async function noteMissedSearch(
  desk: Desk,
  portal: Portal,
  text: string,
  caller: Pick<Caller, 'id'>,
): Promise<boolean> {
  const words = plain(text)
  if (words.length < 3) return false
  const { items, articles } = await searchPortal(
    desk,
    portal,
    words,
    await askerOf(desk, caller.id, portal.id),
  )
  if (items.length || articles.length) return false
  const at = deskNow()
  await desk.db.transaction().execute(async (trx) => {
    await sql`select pg_advisory_xact_lock(hashtext(${`search missed ${caller.id}`}))`.execute(trx)
    const mine = () => trx.selectFrom('search_missed').where('person', '=', caller.id)
    const last = await mine()
      .selectAll()
      .orderBy('at', 'desc')
      .orderBy('id', 'desc')
      .limit(1)
      .executeTakeFirst()
    const goesOn =
      last && at - last.at < GOES_ON && (words.startsWith(last.words) || last.words.startsWith(words))
    if (goesOn) await trx.updateTable('search_missed').set({ words, at }).where('id', '=', last.id).execute()
    else
      await trx
        .insertInto('search_missed')
        .values({ person: caller.id, portal: portal.id, words, at })
        .execute()
    const kept = mine()
      .select('id')
      .where('at', '>', at - MISSED_FOR)
      .orderBy('at', 'desc')
      .orderBy('id', 'desc')
      .limit(MOST_OF_ONE)
    await trx
      .deleteFrom('search_missed')
      .where('person', '=', caller.id)
      .where('id', 'not in', kept)
      .execute()
  })
  return true
}

/** What was looked for is written, or needs no article. */
export async function settleMissedSearch(desk: Desk, words: string): Promise<void> {
  await desk.db.deleteFrom('search_missed').where('words', '=', words).execute()
}
