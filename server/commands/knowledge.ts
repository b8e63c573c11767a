import { sql } from 'kysely'
import type { Portal } from '../../core/intake'
import { Refused, type Attached, type Decided } from '../../core/ticket'
import type { Language } from '../../core/words'
import { stepsIn } from '../../core/writing'
import { deskNow } from '../clock/deskClock'
import { REQUESTER } from '../../core/rights'
import type { Caller } from '../base/caller'
import type { Database, Trx } from '../db/connection'
import { readArticle, translationOf } from '../queries/articles'
import { openNotices } from '../queries/knowledge'
import { readerOf } from '../queries/readers'
import { takeFiles } from './attachments'
import type { Desk } from './desk'

export interface ArticleInput {
  title: string
  body: string
  keywords: string
  audience: 'requesters' | 'desk' | 'team'
  /** The team that reads it, where only one does. */
  team?: string | null
  portals: string[]
  /** In which it is written; as it was if left out. */
  language?: Language
  /** Ids of what it is tied to, for whose tickets it is offered before others; as they were if left out. */
  categories?: string[]
  items?: string[]
  equipmentTypes?: string[]
  signals?: string[]
  /** Ids of its files: of those that it has already, and of new ones. */
  files: string[]
  /** Not out yet; as it was if left out. */
  draft?: boolean
  /** Who sees to it that it stays true; as they were if left out. */
  owner?: string | null
  /** When it is looked at again; as it was if left out. */
  reviewAt?: number | null
  /** The version that was changed: if somebody has kept another since, nothing is kept. */
  version?: number
}

/** An article is not there, or not any more. */
export const gone = () => new Refused('missing', 'This article is gone; somebody took it out.')

/**
 * Keeps an article, and what it said in its history.
 * @returns its id
 * @throws Refused when it is gone, somebody has changed it since, its owner is nobody of the desk, or a file is not there any more
 */
export async function saveArticle(desk: Desk, input: ArticleInput, by: string, id?: number): Promise<number> {
  await checkReaders(desk, input)
  return desk.db.transaction().execute(async (trx) => {
    const before = id === undefined ? undefined : await toChange(trx, id, input.version)
    const { title, body, keywords } = input
    if (before && input.language) await checkLanguage(trx, before.id, input.language)
    const files = await filesOfArticle(trx, input.files, before?.files ?? [], by)
    const isSame = before && before.title === title && before.body === body && before.keywords === keywords
    const version = isSame ? before.version : (before?.version ?? 0) + 1
    const kept = { version, files: JSON.stringify(files), changed_at: deskNow(), changed_by: by }
    const row = { ...columnsOf(input), ...kept }
    const { id: article } = before
      ? await trx
          .updateTable('article')
          .set(row)
          .where('id', '=', before.id)
          .returning('id')
          .executeTakeFirstOrThrow()
      : await trx.insertInto('article').values(row).returning('id').executeTakeFirstOrThrow()
    if (!isSame) {
      const said = { title, body, keywords, version, changed_at: row.changed_at, changed_by: by }
      await trx
        .insertInto('article_version')
        .values({ ...said, article })
        .execute()
    }
    return article
  })
}

/** An article as it is; nobody else changes it meanwhile. @throws Refused when it is gone */
export async function lockedArticle(trx: Trx, id: number) {
  const article = await trx
    .selectFrom('article')
    .select(['id', 'title', 'body', 'keywords', 'files', 'version', 'language'])
    .where('id', '=', id)
    .where('removed', '=', false)
    .forUpdate()
    .executeTakeFirst()
  if (!article) throw gone()
  return article
}

/** The same for whoever had a version before them. @throws Refused when there is another by now */
async function toChange(trx: Trx, id: number, theirs: number | undefined) {
  const before = await lockedArticle(trx, id)
  if (theirs !== undefined && theirs !== before.version)
    throw new Refused(
      'conflict',
      `Somebody changed this article while you wrote: it is version ${before.version} now. What you wrote is still here; whichever you keep, the other stays in its history.`,
    )
  return before
}

/** @throws Refused when it is said in that language besides */
async function checkLanguage(trx: Trx, article: number, language: Language): Promise<void> {
  if (await translationOf(trx, article, language))
    throw new Refused('conflict', 'It is said in this language besides; take that away first.', [
      { field: 'language', message: 'it is said in it besides' },
    ])
}

/** What is left out stays as it was. */
const columnsOf = ({ title, body, keywords, audience, portals, ...input }: ArticleInput) => ({
  ...{ title, body, keywords, audience, portals },
  team: audience === 'team' ? (input.team ?? null) : null,
  ...(input.draft !== undefined && { draft: input.draft }),
  ...(input.language && { language: input.language }),
  ...(input.categories && { categories: input.categories }),
  ...(input.items && { items: input.items }),
  ...(input.signals && { signals: input.signals }),
  ...(input.equipmentTypes && { equipment_types: input.equipmentTypes }),
  ...(input.owner !== undefined && { owner: input.owner }),
  ...(input.reviewAt !== undefined && { review_at: input.reviewAt }),
})

/** Its team and its owner are there. @throws Refused when one is not */
async function checkReaders(desk: Desk, { audience, team, owner }: ArticleInput): Promise<void> {
  const directory = await desk.knowledge.directory()
  if (audience === 'team' && !directory.teams.get(team ?? ''))
    throw new Refused('invalid', 'Say which team reads it.')
  if (owner) {
    const person = directory.people.get(owner)
    if (!person || person.role === REQUESTER)
      throw new Refused('invalid', 'Its owner must be somebody of the desk.')
  }
}

/** Those that stay, and those that are new and whoever writes it has sent. */
async function filesOfArticle(db: Database, ids: readonly string[], before: readonly Attached[], by: string) {
  const had = before.filter((one) => ids.includes(one.id))
  const added = [...new Set(ids)].filter((one) => !had.some((file) => file.id === one))
  return [...had, ...(await takeFiles(db, added, by))]
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
  if (!done) throw gone()
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
 * @throws Refused when it is gone or not theirs to read, or has no steps
 */
export async function followArticle(desk: Desk, reference: number, article: number, caller: Reader) {
  const found = await readArticle(desk.db, article, readerOf(caller))
  if (!found) throw gone()
  const { title, body } = found
  const steps = stepsIn(body)
  return desk.run(
    reference,
    { kind: 'beginProcedure', article, title, steps },
    { person: caller.id },
    noteUse(article, reference),
  )
}

/**
 * Attaches an article to a ticket, or takes it off; one that is gone can still be taken off.
 * @throws Refused when it is gone, or not theirs to read
 */
export async function attachArticle(
  desk: Desk,
  reference: number,
  { article, on }: { article: number; on: boolean },
  caller: Reader,
) {
  const found = await readArticle(desk.db, article, readerOf(caller))
  if (on && !found) throw gone()
  const title = found?.title ?? `article ${article}`
  return desk.run(
    reference,
    { kind: 'attachArticle', article, title, on },
    { person: caller.id },
    noteUse(article, reference),
  )
}

type Reader = Pick<Caller, 'id' | 'teams' | 'rights'>

/** Its steps are not followed on a ticket any longer. @throws Refused when they are not */
export const leaveArticle = (desk: Desk, reference: number, article: number, by: string) =>
  desk.run(reference, { kind: 'leaveProcedure', article }, { person: by }, noteUse(article, reference))

/** Writes down whether an article is used at a ticket, as the ticket says now. */
const noteUse =
  (article: number, reference: number) =>
  async (trx: Trx, { state }: Decided): Promise<void> => {
    const isUsed =
      state.articles?.some((one) => one.id === article) ||
      state.procedures?.some((one) => one.article === article)
    const row = { article, reference }
    await (isUsed
      ? trx
          .insertInto('article_use')
          .values(row)
          .onConflict((on) => on.doNothing())
          .execute()
      : trx
          .deleteFrom('article_use')
          .where('article', '=', article)
          .where('reference', '=', reference)
          .execute())
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
  if (article !== undefined && !(await readArticle(desk.db, article, 'all'))) throw gone()
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
