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
import { readSql, type Readers } from './readers'

export interface ArticleHit {
  id: number
  title: string
  draft: boolean
  /** The part of it that fits, without the signs of Markdown. */
  part: string
}

/** Words are found by their stems, in whichever of our languages they are. @param asked for `to_tsquery` */
export const stemsOf = (asked: string) =>
  sql`(to_tsquery('english', ${asked}) || to_tsquery('norwegian', ${asked}))`

/** As `said` what an article says in a language that is not its own, where somebody has said it there. */
export const joinSaid = (language: Language | undefined) =>
  sql`left join article_translation as said on said.article = article.id and said.language = ${language ?? null}`

export const inLanguage = (part: 'title' | 'body') =>
  sql<string>`coalesce(${sql.ref(`said.${part}`)}, ${sql.ref(`article.${part}`)})`

/** Whether it has them, in whatever language. */
export const hasWords = (query: RawBuilder<unknown>) => sql<boolean>`article.id in (
  select id from article where search @@ ${query} union select article from article_translation where search @@ ${query})`

/**
 * Articles that fit what somebody has typed so far, best first: all words, or where no article has all, any of them.
 * Words are found by their stem and from their beginning.
 */
export async function searchArticles(
  db: Database,
  text: string,
  readers: Readers,
  most: number,
  language?: Language,
): Promise<ArticleHit[]> {
  // A single letter begins too many words.
  const words = wordsOf(text).filter((word) => word.length > 1)
  if (words.length === 0) return []
  const stems = sql.lit(language === 'nb' ? 'norwegian' : 'english')
  for (const joint of [' & ', ' | ']) {
    const query = stemsOf(words.map((word) => `${word}:*`).join(joint))
    const { rows } = await sql<ArticleHit>`
      select id, title, draft,
        ts_headline(${stems}, regexp_replace(body, '[]][(][^) ]*[)]|!?[[]|[*_#>]', '', 'g'), ${query},
          'MaxWords=24, MinWords=8, StartSel="", StopSel=""') as part
      from (select id, ${inLanguage('title')} as title, draft, ${inLanguage('body')} as body,
          ts_rank_cd(article.search || coalesce(said.search, ''), ${query}) as rank
        from article ${joinSaid(language)}
        where ${hasWords(query)} and ${readSql(readers)}
        order by rank desc, id limit ${most}) as best
      order by rank desc, id`.execute(db)
    if (rows.length) return rows
    if (words.length === 1) break
  }
  return articlesSpelt(db, words, readers, most, language)
}

/** How alike a word must be to one of a title to be taken for it, from 0 to 1. Common practice, no source. */
const SPELT_ALIKE = 0.45
/** Shorter words are too like each other to be taken for one another. */
const SHORTEST_LIKE = 4

/** Articles with words like those that no article has, as far as their titles and keywords say them: what was mistyped. */
async function articlesSpelt(
  db: Database,
  words: readonly string[],
  readers: Readers,
  most: number,
  language?: Language,
): Promise<ArticleHit[]> {
  const long = words.filter((word) => word.length >= SHORTEST_LIKE)
  if (long.length === 0) return []
  const { rows } = await sql<ArticleHit>`
    select id, ${inLanguage('title')} as title, draft,
      left(regexp_replace(${inLanguage('body')}, '[]][(][^) ]*[)]|!?[[]|[*_#>]', '', 'g'), 160) as part
    from article ${joinSaid(language)}, lateral (select max(strict_word_similarity(word, lower(
        article.title || ' ' || article.keywords || coalesce(' ' || said.title || ' ' || said.keywords, '')))) as alike
      from unnest(${long}::text[]) as word) as compared
    where ${readSql(readers)} and alike >= ${SPELT_ALIKE}
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

export const shows = (portal: Portal, what: 'articles' | 'notices') => !portal.hides?.includes(what)

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
    ? await searchArticles(desk.db, text, { portal: portal.id }, 4, language)
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
  /** Ids of categories: what is offered for one of them comes before what only has its words. */
  categories: readonly string[]
  /** The item that is asked for. */
  item?: string
  /** The type of the equipment that it is about. */
  equipmentType?: string
  /** The kind of signal that made it. */
  signal?: string
  /** Articles at tickets like it, and at how many. */
  used?: ReadonlyMap<number, number>
}

/** Why an article fits, the strongest first. */
export interface ArticleFit {
  /** It is written for this item, this type of equipment, this kind of signal, this category. */
  item: boolean
  equipmentType: boolean
  signal: boolean
  category: boolean
  /** At so many tickets like it it was used. */
  used: number
  /** Words that both have. */
  words: string[]
}

interface Fitting {
  id: number
  title: string
  body: string
  audience: 'requesters' | 'desk' | 'team'
  fits: ArticleFit
}

/** Articles that are tied to what somebody looks for help with, then those that share enough words with it, best first. */
async function articlesLike(
  db: Database,
  { text, categories, item, equipmentType, signal, used = new Map() }: About,
  readers: Readers,
  most: number,
  language?: Language,
): Promise<Fitting[]> {
  const words = [...new Set(wordsOf(text))].filter((word) => word.length > 1).slice(0, MOST_WORDS)
  const any = stemsOf(words.map((word) => `${word}:*`).join(' | '))
  const tied = {
    item: sql<boolean>`coalesce(items && array[${item ?? null}]::text[], false)`,
    type: sql<boolean>`coalesce(equipment_types && array[${equipmentType ?? null}]::text[], false)`,
    signal: sql<boolean>`coalesce(signals && array[${signal ?? null}]::text[], false)`,
    category: sql<boolean>`categories && ${[...categories]}::text[]`,
    used: sql<boolean>`id = any(${[...used.keys()]}::bigint[])`,
  }
  const isMeant = sql<boolean>`(${tied.item} or ${tied.type} or ${tied.signal} or ${tied.category} or ${tied.used})`
  const { rows } = await sql<
    Omit<Fitting, 'fits'> &
      Record<'item' | 'type' | 'signal' | 'category', boolean> & { words: string[] | null }
  >`
    select id, ${inLanguage('title')} as title, ${inLanguage('body')} as body, audience, ${tied.item} as item,
      ${tied.type} as type, ${tied.signal} as signal, ${tied.category} as category, to_json(words) as words
    from article ${joinSaid(language)}, lateral (
      select array_agg(word) as words, count(*) as shared from unnest(${words}::text[]) as word
      where (article.search || coalesce(said.search, '')) @@ (to_tsquery('english', word || ':*') || to_tsquery('norwegian', word || ':*'))
    ) as counted
    where ${readSql(readers)} and not draft
      and (${isMeant} or ${hasWords(any)} and shared >= ${Math.max(1, Math.min(ENOUGH_WORDS, words.length))})
    order by ${tied.item} desc, ${tied.signal} desc, ${tied.type} desc, ${tied.used} desc, ${tied.category} desc, shared desc,
      ts_rank_cd(article.search || coalesce(said.search, ''), ${any}) desc, id limit ${most}`.execute(db)
  return rows.map(({ item, type, signal, category, words, ...article }) => ({
    ...article,
    fits: {
      item,
      equipmentType: type,
      signal,
      category,
      used: used.get(article.id) ?? 0,
      words: words ?? [],
    },
  }))
}

/** Articles of a portal like a request. */
const portalArticlesLike = async (db: Database, about: About, portal: string, language?: Language) =>
  (await articlesLike(db, about, { portal }, 3, language)).map(({ id, title, body }) => ({ id, title, body }))

/** Articles like a ticket, as far as somebody of the desk reads them, and why each fits. */
export const deskArticlesLike = async (db: Database, about: About, readers: Readers, most: number) =>
  (await articlesLike(db, about, readers, most)).map(({ id, title, audience, fits }) => ({
    ...{ id, title, audience, fits },
  }))

/** Articles that may help somebody while they write, as far as the portal shows any; nothing is in their way. */
export async function helpWhileTyping(
  desk: Reading,
  portal: Portal,
  text: string,
  itemId?: string,
  language?: Language,
) {
  if (!shows(portal, 'articles')) return []
  const design = await desk.knowledge.currentEdition()
  const item = itemId === undefined ? undefined : design.findItem(itemId)
  const categories = item ? categoriesAbout(design, item.category) : []
  return (await portalArticlesLike(desk.db, { text, categories, item: itemId }, portal.id, language)).map(
    ({ id, title }) => ({
      id,
      title,
    }),
  )
}

/** What may solve a request before it is sent: articles that fit its words, and what is known to be broken. */
export async function tryFirst(
  desk: Reading,
  portal: Portal,
  itemId: string,
  text: string,
  language?: Language,
) {
  if (!portal.triesFirst) return { articles: [], notices: [] }
  const design = await desk.knowledge.currentEdition()
  const item = design.findItem(itemId)
  const about = {
    text: `${text} ${item?.name ?? ''}`,
    categories: item ? categoriesAbout(design, item.category) : [],
    item: itemId,
  }
  const articles = shows(portal, 'articles')
    ? await portalArticlesLike(desk.db, about, portal.id, language)
    : []
  const notices = shows(portal, 'notices') ? await openNotices(desk.db, portal.id) : []
  return { articles, notices }
}
