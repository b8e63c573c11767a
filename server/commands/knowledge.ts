import { sql } from 'kysely'
import type { Portal } from '../../core/intake'
import { Refused, type Attached } from '../../core/ticket'
import { stepsIn } from '../../core/writing'
import { deskNow } from '../clock/deskClock'
import { openNotices, readArticle } from '../queries/knowledge'
import { takeFiles } from './attachments'
import type { Desk } from './desk'

export interface ArticleInput {
  title: string
  body: string
  keywords: string
  audience: 'requesters' | 'desk'
  portals: string[]
  /** Ids of the categories for whose tickets it is offered; as they were if left out. */
  categories?: string[]
  /** Ids of its files: of those that it has already, and of new ones. */
  files: string[]
}

/** Keeps an article. @returns its id @throws Refused when it is gone, or a file is not there any more */
export async function saveArticle(desk: Desk, input: ArticleInput, by: string, id?: number): Promise<number> {
  const before = id === undefined ? [] : ((await readArticle(desk.db, id, {}))?.files ?? [])
  const files = await filesOfArticle(desk, input.files, before, by)
  const row = { ...input, files: JSON.stringify(files), changed_at: deskNow(), changed_by: by }
  const saved =
    id === undefined
      ? await desk.db.insertInto('article').values(row).returning('id').executeTakeFirstOrThrow()
      : await desk.db
          .updateTable('article')
          .set(row)
          .where('id', '=', id)
          .where('removed', '=', false)
          .returning('id')
          .executeTakeFirst()
  if (!saved) throw new Refused('missing', 'This article is gone; somebody took it out.')
  return saved.id
}

/** Those that stay, and those that are new and whoever writes it has sent. */
async function filesOfArticle(desk: Desk, ids: readonly string[], before: readonly Attached[], by: string) {
  const had = before.filter((one) => ids.includes(one.id))
  const added = [...new Set(ids)].filter((one) => !had.some((file) => file.id === one))
  return [...had, ...(await takeFiles(desk.db, added, by))]
}

/**
 * Offers an article for tickets of some categories before others, or no longer.
 * @throws Refused when there is no such article
 */
export async function offerArticle(
  desk: Desk,
  id: number,
  categories: readonly string[],
  isOffered: boolean,
): Promise<void> {
  const ids = sql<string[]>`${[...categories]}::text[]`
  const now = isOffered
    ? sql<string[]>`array(select distinct unnest(categories || ${ids}) order by 1)`
    : sql<string[]>`array(select one from unnest(categories) one where one <> all(${ids}) order by 1)`
  const done = await desk.db
    .updateTable('article')
    .set({ categories: now })
    .where('id', '=', id)
    .where('removed', '=', false)
    .returning('id')
    .executeTakeFirst()
  if (!done) throw new Refused('missing', 'This article is gone; somebody took it out.')
}

/** Takes an article out, or puts one back that was taken out. */
export async function removeArticle(desk: Desk, id: number, removed: boolean): Promise<void> {
  const done = await desk.db
    .updateTable('article')
    .set({ removed })
    .where('id', '=', id)
    .returning('id')
    .executeTakeFirst()
  if (!done) throw new Refused('missing', `There is no article ${id}.`)
}

/**
 * Follows the steps of an article on a ticket, as they are now.
 * @throws Refused when it is gone, or has no steps
 */
export async function followArticle(desk: Desk, reference: number, article: number, by: string) {
  const found = await readArticle(desk.db, article, {})
  if (!found) throw new Refused('missing', 'This article is gone; somebody took it out.')
  const { title, body } = found
  return desk.run(reference, { kind: 'beginProcedure', article, title, steps: stepsIn(body) }, { person: by })
}

/** Notes at a ticket that an article is missing, and for whoever writes articles. */
export const noteMissing = (desk: Desk, reference: number, text: string, by: string) =>
  desk.run(reference, { kind: 'missArticle', text }, { person: by }, async (trx) => {
    const row = { reference, words: text.trim(), by, at: deskNow() }
    await trx.insertInto('article_missing').values(row).execute()
  })

/**
 * An article that was missing is written, or none is needed.
 * @throws Refused when somebody settled it meanwhile, or the article is gone
 */
export async function settleMissing(desk: Desk, id: number, article: number | undefined): Promise<void> {
  if (article !== undefined && !(await readArticle(desk.db, article, {})))
    throw new Refused('missing', 'This article is gone; somebody took it out.')
  const settled = await desk.db
    .updateTable('article_missing')
    .set({ settled_at: deskNow(), article: article ?? null })
    .where('id', '=', id)
    .where('settled_at', 'is', null)
    .returning('id')
    .executeTakeFirst()
  if (!settled) throw new Refused('conflict', 'Somebody has written it, or left it out, meanwhile.')
}

export interface NoticeInput {
  title: string
  body: string
  portals: string[]
}

/** Tells the visitors of portals what is known to be broken. */
export async function openNotice(
  desk: Desk,
  input: NoticeInput,
  by: string,
  major: number | null = null,
): Promise<number> {
  const { id } = await desk.db
    .insertInto('notice')
    .values({ ...input, starts: deskNow(), ends: null, changed_by: by, major })
    .returning('id')
    .executeTakeFirstOrThrow()
  await changed(desk)
  return id
}

/** @throws Refused when it has ended, or there is none */
export async function endNotice(desk: Desk, id: number): Promise<void> {
  const ended = await desk.db
    .updateTable('notice')
    .set({ ends: deskNow() })
    .where('id', '=', id)
    .where('ends', 'is', null)
    .returning('id')
    .executeTakeFirst()
  if (!ended) throw new Refused('conflict', 'This notice has ended already.')
  await changed(desk)
}

/** A major incident is over, and so are the notices of it. @returns how many were taken away */
export async function endNoticesOf(desk: Desk, major: number): Promise<number> {
  const ended = await desk.db
    .updateTable('notice')
    .set({ ends: deskNow() })
    .where('major', '=', major)
    .where('ends', 'is', null)
    .returning('id')
    .execute()
  if (ended.length) await changed(desk)
  return ended.length
}

const changed = (desk: Desk) => sql`select pg_notify('yare_tickets', '[]')`.execute(desk.db)

/** Counts a request that was not sent, since something solved it. */
export async function solvedBy(
  desk: Desk,
  what: { article?: number; notice?: number; item?: string },
  portal: Portal,
  person: string,
): Promise<void> {
  const { article = null, notice = null, item = null } = what
  if ((article === null) === (notice === null))
    throw new Refused('invalid', 'Say which article or which notice solved it.')
  const isHere =
    article === null
      ? (await openNotices(desk.db, portal.id)).some((one) => one.id === notice)
      : (await readArticle(desk.db, article, { portal: portal.id })) !== undefined
  if (!isHere) throw new Refused('missing', 'There is no such article or notice at this portal.')
  await desk.db
    .insertInto('solved_by')
    .values({ article, notice, item, portal: portal.id, person, at: deskNow() })
    .execute()
}
