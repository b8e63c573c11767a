import { sql } from 'kysely'
import type { Portal } from '../../core/intake'
import { oneAt } from '../../core/lookup'
import type { Database } from '../db/connection'
import { deskNow } from '../clock/deskClock'
import { DAY } from '../../core/time'
import type { Language } from '../../core/words'
import { inLanguage, joinSaid, shows } from './knowledge'
import { readSql, type Readers } from './readers'

const COLUMNS = [
  'article.id',
  'article.title',
  'article.body',
  'article.keywords',
  'article.audience',
  'article.team',
  'article.portals',
  'article.categories',
  'article.items',
  'article.equipment_types',
  'article.signals',
  'article.draft',
  'article.owner',
  'article.review_at',
  'article.version',
  'article.language',
  'article.files',
  'article.changed_at',
] as const

/** An article for its reader; undefined when there is none that they may read. */
export async function readArticle(db: Database, id: number, readers: Readers) {
  return db
    .selectFrom('article')
    .leftJoin('person as writer', 'writer.id', 'article.changed_by')
    .leftJoin('person as keeper', 'keeper.id', 'article.owner')
    .select(COLUMNS)
    .select(['writer.name as changedBy', 'keeper.name as ownedBy'])
    .where('article.id', '=', id)
    .where(sql<boolean>`article.id in (select id from article where ${readSql(readers)})`)
    .executeTakeFirst()
}

/** An article for the visitors of a portal; undefined when it shows none, or not this one. */
export const readPortalArticle = async (db: Database, id: number, portal: Portal) =>
  shows(portal, 'articles') ? readArticle(db, id, { portal: portal.id }) : undefined

/** The same in their language, as far as somebody has said it there, and with those of theirs that belong to it. */
export async function portalArticlePage(db: Database, id: number, portal: Portal, language: Language) {
  const article = await readPortalArticle(db, id, portal)
  if (!article) return undefined
  const [said, related] = await Promise.all([
    language === article.language ? undefined : translationOf(db, id, language),
    relatedTo(db, id, { portal: portal.id }, language),
  ])
  return { ...article, ...(said && { title: said.title, body: said.body, language: said.language }), related }
}

/** An article in another language than its own; undefined where nobody has said it there. */
export const translationOf = (db: Database, article: number, language: Language) =>
  db
    .selectFrom('article_translation')
    .select([
      'language',
      'title',
      'body',
      'keywords',
      'version',
      'of_version as ofVersion',
      'changed_at as at',
    ])
    .where('article', '=', article)
    .where('language', '=', language)
    .executeTakeFirst()

/** In which languages an article is said besides its own, and which version of it each says. */
export const translationsOf = (db: Database, article: number) =>
  db
    .selectFrom('article_translation')
    .select(['language', 'title', 'version', 'of_version as ofVersion'])
    .where('article', '=', article)
    .orderBy('language')
    .execute()

/** So many that belong to an article are listed. */
export const MOST_RELATED = 30

/** Articles that belong to one, as far as somebody may read them. */
export async function relatedTo(db: Database, id: number, readers: Readers, language?: Language) {
  const { rows } = await sql<{ id: number; title: string; draft: boolean }>`
    select article.id, ${inLanguage('title')} as title, draft from article ${joinSaid(language)}
    where article.id in (select other from article_related where one = ${id}
        union select one from article_related where other = ${id})
      and ${readSql(readers)}
    order by title, article.id limit ${MOST_RELATED}`.execute(db)
  return rows
}

export type ArticleLine = Awaited<ReturnType<typeof listArticles>>['rows'][number]

/** What of all articles is listed: all of them, what is not out yet, or what is to be looked at again by now. */
export type ArticlesShown = 'all' | 'drafts' | 'review'

/** How often an article saved, solved and accompanied, and what its readers say. */
const COUNTS = {
  saved: sql<number>`(select count(*)::int from solved_by where solved_by.article = article.id)`,
  accompanied: sql<number>`(select count(*)::int from article_use where article_use.article = article.id)`,
  solved: sql<number>`(select count(*)::int from article_use join ticket using (reference)
    where article_use.article = article.id and status_group = 'done')`,
  helped: sql<number>`(select count(*)::int from article_verdict where article_verdict.article = article.id and helped)`,
  didNot: sql<number>`(select count(*)::int from article_verdict where article_verdict.article = article.id and not helped)`,
}

/** Articles for the desk, with what has become of each; pages go by key. */
export async function listArticles(
  db: Database,
  { after = 0, limit, shown = 'all' }: { after?: number; limit: number; shown?: ArticlesShown },
  readers: Readers,
) {
  const rows = await db
    .selectFrom('article')
    .select(['id', 'title', 'audience', 'team', 'portals', 'changed_at', 'draft', 'owner', 'review_at'])
    .select([COUNTS.saved.as('saved'), COUNTS.accompanied.as('accompanied'), COUNTS.solved.as('solved')])
    .select([COUNTS.helped.as('helped'), COUNTS.didNot.as('didNot')])
    .where(sql<boolean>`${readSql(readers)}`)
    .where('id', '>', after)
    .$if(shown === 'drafts', (q) => q.where('draft', '=', true))
    .$if(shown === 'review', (q) => q.where('review_at', '<=', deskNow()))
    .orderBy('id')
    .limit(limit + 1)
    .execute()
  const page = rows.slice(0, limit)
  return { rows: page, ...(rows.length > limit && { next: oneAt(page, page.length - 1).id }) }
}

/** How many articles are not out yet, and how many are to be looked at again by now. */
export const countArticles = async (db: Database, readers: Readers) =>
  db
    .selectFrom('article')
    .select([
      sql<number>`count(*) filter (where draft)::int`.as('drafts'),
      sql<number>`count(*) filter (where review_at <= ${deskNow()}::bigint)::int`.as('review'),
    ])
    .where(sql<boolean>`${readSql(readers)}`)
    .executeTakeFirstOrThrow()

/** So many words of readers are shown. */
const MOST_WORDS = 20

/** What has become of an article, and what its readers say of it, the newest first. */
export async function fateOf(db: Database, id: number) {
  const [counts, words] = await Promise.all([
    db
      .selectFrom('article')
      .select([COUNTS.saved.as('saved'), COUNTS.accompanied.as('accompanied'), COUNTS.solved.as('solved')])
      .select([COUNTS.helped.as('helped'), COUNTS.didNot.as('didNot')])
      .where('id', '=', id)
      .executeTakeFirstOrThrow(),
    db
      .selectFrom('article_verdict')
      .innerJoin('person', 'person.id', 'article_verdict.person')
      .select(['helped', 'words', 'at', 'article_verdict.version', 'person.name as by'])
      .where('article', '=', id)
      .where('words', '<>', '')
      .orderBy('at', 'desc')
      .limit(MOST_WORDS)
      .execute(),
  ])
  return { ...counts, words }
}

/** So many versions are listed. */
const MOST_VERSIONS = 200

/** What an article said, the newest first. */
export const versionsOf = (db: Database, id: number) =>
  db
    .selectFrom('article_version')
    .innerJoin('person', 'person.id', 'article_version.changed_by')
    .select(['article_version.version', 'title', 'article_version.changed_at as at', 'person.name as by'])
    .where('article', '=', id)
    .orderBy('article_version.version', 'desc')
    .limit(MOST_VERSIONS)
    .execute()

/** What an article said once; undefined when it has no such version. */
export const versionOf = (db: Database, id: number, version: number) =>
  db
    .selectFrom('article_version')
    .select(['version', 'title', 'body', 'keywords'])
    .where('article', '=', id)
    .where('version', '=', version)
    .executeTakeFirst()

/** Most missing articles that are listed at once. */
const MOST_MISSING = 100

/** Articles that somebody looked for at a ticket and that are not there yet, oldest first. */
export async function missingArticles(db: Database) {
  return db
    .selectFrom('article_missing')
    .innerJoin('person', 'person.id', 'article_missing.by')
    .select(['article_missing.id', 'reference', 'words', 'at', 'person.name as by'])
    .where('settled_at', 'is', null)
    .orderBy('article_missing.id')
    .limit(MOST_MISSING)
    .execute()
}

/** What was looked for longer ago is not listed. */
export const MISSED_FOR = 180 * DAY

/** What visitors of portals looked for and did not find, what most of them looked for first. */
export const missedSearches = (db: Database) =>
  db
    .selectFrom('search_missed')
    .select((e) => [
      'words',
      e.fn.countAll<number>().as('times'),
      sql<number>`count(distinct person)::int`.as('people'),
      sql<number>`max(at)`.as('lastAt'),
      sql<string[]>`to_json(array_agg(distinct portal))`.as('portals'),
    ])
    .where('at', '>', deskNow() - MISSED_FOR)
    .groupBy('words')
    .orderBy('people', 'desc')
    .orderBy('lastAt', 'desc')
    .limit(MOST_MISSING)
    .execute()
