import { sql } from 'kysely'
import { Refused } from '../../core/ticket'
import type { Language } from '../../core/words'
import { deskNow } from '../clock/deskClock'
import { MOST_RELATED } from '../queries/articles'
import type { Desk } from './desk'
import { lockedArticle } from './knowledge'

// What an article is tied to: the same in other languages, and articles that belong together.

export interface TranslationInput {
  title: string
  body: string
  keywords: string
  /** The version that was changed; 0 where there was none. If somebody has kept another since, nothing is kept. */
  version: number
  /** The version of the article that it says; the present one if left out. */
  ofVersion?: number
}

/**
 * Says an article in another language than its own, as it is now.
 * @throws Refused when it is gone, is written in that language, or somebody has changed that meanwhile
 */
export async function saveTranslation(
  desk: Desk,
  article: number,
  language: Language,
  { version: theirs, ofVersion, ...said }: TranslationInput,
  by: string,
): Promise<number> {
  return desk.db.transaction().execute(async (trx) => {
    const original = await lockedArticle(trx, article)
    if (original.language === language)
      throw new Refused('invalid', 'The article itself is written in this language; change it there.')
    const before = await trx
      .selectFrom('article_translation')
      .select('version')
      .where('article', '=', article)
      .where('language', '=', language)
      .executeTakeFirst()
    const have = before?.version ?? 0
    if (have !== theirs)
      throw new Refused(
        'conflict',
        'Somebody said it in this language while you wrote. What you wrote is still here, and theirs stands below: what is kept of it is yours to say.',
      )
    const row = {
      ...said,
      ...{
        version: have + 1,
        of_version: Math.min(ofVersion ?? original.version, original.version),
        changed_at: deskNow(),
        changed_by: by,
      },
    }
    await trx
      .insertInto('article_translation')
      .values({ article, language, ...row })
      .onConflict((on) => on.columns(['article', 'language']).doUpdateSet(row))
      .execute()
    return row.version
  })
}

/** It is not said in that language any longer. @throws Refused when it was not */
export async function removeTranslation(desk: Desk, article: number, language: Language): Promise<void> {
  const done = await desk.db
    .deleteFrom('article_translation')
    .where('article', '=', article)
    .where('language', '=', language)
    .returning('article')
    .executeTakeFirst()
  if (!done) throw new Refused('missing', 'It is not said in this language.')
}

/**
 * Two articles belong together, or no longer.
 * @throws Refused when one is gone, both are the same, or one has too many
 */
export async function relateArticles(desk: Desk, id: number, to: number, on: boolean): Promise<void> {
  if (id === to) throw new Refused('invalid', 'An article belongs to itself already; choose another.')
  const pair = { one: Math.min(id, to), other: Math.max(id, to) }
  if (!on) {
    await desk.db
      .deleteFrom('article_related')
      .where('one', '=', pair.one)
      .where('other', '=', pair.other)
      .execute()
    return
  }
  await desk.db.transaction().execute(async (trx) => {
    await lockedArticle(trx, pair.one)
    await lockedArticle(trx, pair.other)
    const { rows } = await sql<{ most: number }>`select coalesce(max(count), 0)::int as most from (
      select count(*) from article_related, unnest(array[one, other]) as of
      where of in (${id}, ${to}) group by of) as counted`.execute(trx)
    if ((rows[0]?.most ?? 0) >= MOST_RELATED)
      throw new Refused('conflict', `At most ${MOST_RELATED} others belong to an article.`)
    await trx
      .insertInto('article_related')
      .values(pair)
      .onConflict((of) => of.doNothing())
      .execute()
  })
}
