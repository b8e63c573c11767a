import { sql, type RawBuilder } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import {
  categoryAsked,
  ItemIndex,
  showsItem,
  wayTo,
  wordsOf,
  type CatalogItem,
  type Portal,
} from '../../core/intake'
import type { Facts } from '../../core/condition'
import { deskNow } from '../clock/deskClock'
import type { Language } from '../../core/words'
import type { Reading } from './reading'
import type { Database } from '../db/connection'
import { todayAt } from './portal'
import { oneAt } from '../../core/lookup'

/** Where articles are looked for: those of a portal for requesters, or all of them for the desk. */
export interface Readers {
  portal?: string
}

export interface ArticleHit {
  id: number
  title: string
  /** The part of it that fits, without the signs of Markdown. */
  part: string
}

/**
 * Articles that fit what somebody has typed so far, best first: all words, or where no article has all, any of them.
 * Words are found by their stem and from their beginning.
 */
export async function searchArticles(
  db: Database,
  text: string,
  { portal }: Readers,
  most: number,
): Promise<ArticleHit[]> {
  // A single letter begins too many words.
  const words = wordsOf(text).filter((word) => word.length > 1)
  if (words.length === 0) return []
  for (const joint of [' & ', ' | ']) {
    const query = sql`to_tsquery('english', ${words.map((word) => `${word}:*`).join(joint)})`
    const { rows } = await sql<ArticleHit>`
      select id, title,
        ts_headline('english', regexp_replace(body, '[]][(][^) ]*[)]|!?[[]|[*_#>]', '', 'g'), ${query},
          'MaxWords=24, MinWords=8, StartSel="", StopSel=""') as part
      from (select id, title, body, ts_rank_cd(search, ${query}) as rank from article
        where not removed and search @@ ${query}
          and ${inPortal(portal)}
        order by rank desc, id limit ${most}) as best
      order by rank desc, id`.execute(db)
    if (rows.length) return rows
    if (words.length === 1) break
  }
  return articlesSpelt(db, words, portal, most)
}

/** How alike a word must be to one of a title to be taken for it, from 0 to 1. Common practice, no source. */
const SPELT_ALIKE = 0.45
/** Shorter words are too like each other to be taken for one another. */
const SHORTEST_LIKE = 4

const inPortal = (portal: string | undefined) =>
  portal === undefined
    ? sql<boolean>`true`
    : sql<boolean>`audience = 'requesters' and (portals = '{}' or ${portal} = any(portals))`

/** Articles with words like those that no article has, as far as their titles and keywords say them: what was mistyped. */
async function articlesSpelt(
  db: Database,
  words: readonly string[],
  portal: string | undefined,
  most: number,
): Promise<ArticleHit[]> {
  const long = words.filter((word) => word.length >= SHORTEST_LIKE)
  if (long.length === 0) return []
  const { rows } = await sql<ArticleHit>`
    select id, title, left(regexp_replace(body, '[]][(][^) ]*[)]|!?[[]|[*_#>]', '', 'g'), 160) as part
    from article, lateral (select max(strict_word_similarity(word, lower(title || ' ' || keywords))) as alike
      from unnest(${long}::text[]) as word) as compared
    where not removed and ${inPortal(portal)} and alike >= ${SPELT_ALIKE}
    order by alike desc, id limit ${most}`.execute(db)
  return rows
}

/** What is known to be broken, for the visitors of a portal, newest first. */
export async function openNotices(db: Database, portal?: string) {
  const now = deskNow()
  return db
    .selectFrom('notice')
    .select(['id', 'title', 'body', 'starts', 'ends'])
    .where('starts', '<=', now)
    .where((e) => e.or([e('ends', 'is', null), e('ends', '>', now)]))
    .$if(portal !== undefined, (q) => q.where(sql<boolean>`(portals = '{}' or ${portal} = any(portals))`))
    .orderBy('starts', 'desc')
    .limit(20)
    .execute()
}

const indexes = new WeakMap<CompiledDesign, ItemIndex>()

/** The catalog of an edition made ready for searching; editions never change. */
function indexOf(design: CompiledDesign): ItemIndex {
  let index = indexes.get(design)
  if (!index) {
    const words = new Map(design.design.categories.map((one) => [one.id, categoryAsked(one)]))
    const about = ({ category }: CatalogItem) =>
      wayTo(category)
        .map((id) => words.get(id) ?? '')
        .join(' ')
    indexes.set(design, (index = new ItemIndex(design.design.items, about)))
  }
  return index
}

const shows = (portal: Portal, what: 'articles' | 'notices') => !portal.hides?.includes(what)

/** What fits what a visitor has typed so far: things to ask for, and articles. */
export async function searchPortal(
  desk: Reading,
  portal: Portal,
  text: string,
  asker: Facts,
  language: Language = 'en',
) {
  const design = (await desk.knowledge.currentEdition()).inLanguage(language)
  const today = todayAt(design)
  const items = indexOf(design)
    .search(text, (item) => showsItem(item, portal, asker, today), 6)
    .map(({ id, name, description }) => ({ id, name, description }))
  const articles = shows(portal, 'articles')
    ? await searchArticles(desk.db, text, { portal: portal.id }, 4)
    : []
  return { items, articles }
}

/** How many of its words an article must have to be offered unasked: one alone says too little. */
const ENOUGH_WORDS = 2

/** Most words of a text that are looked for. */
const MOST_WORDS = 40

/** A category and all above it, with the ids under which they were known before: what articles may be offered for. */
export const categoriesAbout = (design: CompiledDesign, category: string): string[] =>
  wayTo(design.categoryNow(category) ?? category).flatMap((id) => [
    id,
    ...(design.categories.get(id)?.formerly ?? []),
  ])

/** What somebody looks for help with. */
interface About {
  text: string
  /** Ids of categories: what is offered for one of them comes first, whatever its words. */
  categories: readonly string[]
}

/** Articles that are offered for a category, then those that share enough words with a text, best first. */
async function articlesLike(
  db: Database,
  { text, categories }: About,
  readers: RawBuilder<boolean>,
  most: number,
) {
  const words = [...new Set(wordsOf(text))].filter((word) => word.length > 1).slice(0, MOST_WORDS)
  if (words.length === 0 && categories.length === 0) return []
  const any = sql`to_tsquery('english', ${words.map((word) => `${word}:*`).join(' | ')})`
  const isMeant = sql<boolean>`categories && ${[...categories]}::text[]`
  const { rows } = await sql<{ id: number; title: string; body: string; audience: 'requesters' | 'desk' }>`
    select id, title, body, audience from article, lateral (
      select count(*) filter (where search @@ to_tsquery('english', word || ':*')) as shared
      from unnest(${words}::text[]) as word) as counted
    where not removed and ${readers}
      and (${isMeant} or search @@ ${any} and shared >= ${Math.max(1, Math.min(ENOUGH_WORDS, words.length))})
    order by ${isMeant} desc, shared desc, ts_rank_cd(search, ${any}) desc, id limit ${most}`.execute(db)
  return rows
}

/** Articles of a portal like a request. */
const portalArticlesLike = async (db: Database, about: About, portal: string) =>
  (await articlesLike(db, about, inPortal(portal), 3)).map(({ id, title, body }) => ({ id, title, body }))

/** Articles of whatever audience like a ticket, for the desk. */
export const deskArticlesLike = async (db: Database, about: About, most: number) =>
  (await articlesLike(db, about, sql<boolean>`true`, most)).map(({ id, title, audience }) => ({
    ...{ id, title, audience },
  }))

/** Articles that may help somebody while they write, as far as the portal shows any; nothing is in their way. */
export async function helpWhileTyping(desk: Reading, portal: Portal, text: string, itemId?: string) {
  if (!shows(portal, 'articles')) return []
  const design = await desk.knowledge.currentEdition()
  const item = itemId === undefined ? undefined : design.findItem(itemId)
  const categories = item ? categoriesAbout(design, item.category) : []
  return (await portalArticlesLike(desk.db, { text, categories }, portal.id)).map(({ id, title }) => ({
    id,
    title,
  }))
}

/** What may solve a request before it is sent: articles that fit its words, and what is known to be broken. */
export async function tryFirst(desk: Reading, portal: Portal, itemId: string, text: string) {
  if (!portal.triesFirst) return { articles: [], notices: [] }
  const design = await desk.knowledge.currentEdition()
  const item = design.findItem(itemId)
  const about = {
    text: `${text} ${item?.name ?? ''}`,
    categories: item ? categoriesAbout(design, item.category) : [],
  }
  const articles = shows(portal, 'articles') ? await portalArticlesLike(desk.db, about, portal.id) : []
  const notices = shows(portal, 'notices') ? await openNotices(desk.db, portal.id) : []
  return { articles, notices }
}

/** An article for its reader; undefined when there is none that they may read. */
export async function readArticle(db: Database, id: number, { portal }: Readers) {
  return db
    .selectFrom('article')
    .leftJoin('person', 'person.id', 'article.changed_by')
    .select([
      'article.id',
      'title',
      'body',
      'keywords',
      'audience',
      'portals',
      'categories',
      'files',
      'changed_at',
      'person.name as changedBy',
    ])
    .where('article.id', '=', id)
    .where('removed', '=', false)
    .$if(portal !== undefined, (q) =>
      q
        .where('audience', '=', 'requesters')
        .where(sql<boolean>`(portals = '{}' or ${portal} = any(portals))`),
    )
    .executeTakeFirst()
}

/** An article for the visitors of a portal; undefined when it shows none, or not this one. */
export const readPortalArticle = async (db: Database, id: number, portal: Portal) =>
  shows(portal, 'articles') ? readArticle(db, id, { portal: portal.id }) : undefined

export type ArticleLine = Awaited<ReturnType<typeof listArticles>>['rows'][number]

/** Articles for the desk, by title, with how many requests each has solved; pages go by key. */
export async function listArticles(db: Database, { after = 0, limit }: { after?: number; limit: number }) {
  const rows = await db
    .selectFrom('article')
    .select((e) => [
      'id',
      'title',
      'audience',
      'portals',
      'changed_at',
      e
        .selectFrom('solved_by')
        .whereRef('solved_by.article', '=', 'article.id')
        .select((f) => f.fn.countAll<number>().as('n'))
        .as('solved'),
    ])
    .where('removed', '=', false)
    .where('id', '>', after)
    .orderBy('id')
    .limit(limit + 1)
    .execute()
  const page = rows.slice(0, limit)
  return { rows: page, ...(rows.length > limit && { next: oneAt(page, page.length - 1).id }) }
}

/** Most missing articles that are listed at once. */
const MOST_MISSING = 100

/** Articles that somebody looked for at a ticket and that are not there yet, oldest first. */
export async function missingArticles(db: Database) {
  const rows = await db
    .selectFrom('article_missing')
    .innerJoin('person', 'person.id', 'article_missing.by')
    .select(['article_missing.id', 'reference', 'words', 'at', 'person.name as by'])
    .where('settled_at', 'is', null)
    .orderBy('article_missing.id')
    .limit(MOST_MISSING)
    .execute()
  return { rows }
}
