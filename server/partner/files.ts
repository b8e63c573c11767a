import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import { isRecord } from '../../core/lookup'
import { FILE_LIMIT } from '../../core/intake'
import {
  FILE_PART,
  type KeptFile,
  type LackingFile,
  type SaidFile,
  type SaidItem,
  type WireItem,
} from '../../core/partner'
import type { TicketWord } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { keepFile } from '../commands/attachments'
import type { Desk } from '../commands/desk'
import type { Database, Trx } from '../db/connection'
import type { Partner } from './partners'

// Files that go with what is said: before the word that names them, in parts, by what is in them. Whoever is killed or cut
// off in the middle goes on where the other side stands.

/** A part of a file, as it is told. */
export interface FilePart {
  /** SHA-256 of the whole, in hexadecimal. */
  hash: string
  /** Bytes of the whole. */
  size: number
  /** Where this part begins. */
  from: number
  /** In Base64; empty to ask how far it is. */
  content: string
}

/** How much of a file is there, and why no more of it is taken. */
export interface FileStands {
  has: number
  why?: string
}

/** What of a word goes over of files: those that our map sends, by what is in them. */
export type WireWord = Omit<TicketWord, 'tiding'> & {
  tiding: Omit<TicketWord['tiding'], 'said'> & { said: WireItem[] }
}

/**
 * Tells a partner the files of a word, as far as it does not have them, and puts them in it by what is in them.
 * @param tell one part; gives what they have of it then
 * @param isOver whether no more is told for now
 * @returns undefined where it was over before all of them were there
 * @throws Error where they cannot be reached
 */
export async function withFilesSent(
  desk: Desk,
  partner: string,
  word: TicketWord,
  tell: (part: FilePart) => Promise<FileStands>,
  isOver = () => false,
): Promise<WireWord | undefined> {
  const known = (await desk.knowledge.directory()).partners.get(partner)
  // Nobody is told what they do not hear.
  const sends = known?.exchange.sends.files && known.offer?.hears.files
  const said: WireItem[] = []
  for (const { files = [], lacks: _, ...item } of word.tiding.said) {
    const going: SaidFile[] = []
    for (const file of sends ? files : []) {
      const hash = await hashOf(desk.db, file.id)
      // What nobody keeps any more goes nowhere.
      if (hash === undefined) continue
      if (!(await sendFile(desk.db, file, hash, tell, isOver))) return undefined
      going.push({ ...{ name: file.name, type: file.type, size: file.size }, hash })
    }
    if (item.text || going.length) said.push(going.length ? { ...item, files: going } : item)
  }
  return { ...word, tiding: { ...word.tiding, said } }
}

const hashOf = async (db: Database, id: string) =>
  (await db.selectFrom('attachment').select('hash').where('id', '=', id).executeTakeFirst())?.hash

/** Whether a file was told as far as they take it, before it was over. */
async function sendFile(
  db: Database,
  { id, size }: KeptFile,
  hash: string,
  tell: (part: FilePart) => Promise<FileStands>,
  isOver: () => boolean,
): Promise<boolean> {
  let stands = await tell({ hash, size, from: 0, content: '' })
  while (stands.why === undefined && stands.has < size) {
    if (isOver()) return false
    const from = stands.has
    const { rows } = await sql<{
      part: Buffer
    }>`select substring(content from ${from + 1}::int for ${FILE_PART}::int) as part
      from attachment where id = ${id}`.execute(db)
    const part = rows[0]?.part
    if (!part?.length) return true
    stands = await tell({ hash, size, from, content: part.toString('base64') })
    if (stands.why === undefined && stands.has <= from) throw new Error('it takes no more of a file')
  }
  return true
}

/** What a partner says it has of a file. @throws Error where it says something else */
export function fileStandsIn(text: string): FileStands {
  const said: unknown = JSON.parse(text)
  if (!isRecord(said) || !Number.isSafeInteger(said.has) || Number(said.has) < 0)
    throw new Error('it does not say how much of a file it has')
  return {
    has: Number(said.has),
    ...(typeof said.why === 'string' && { why: said.why.slice(0, 300) }),
  }
}

/** So many bytes of one partner's files wait at most for the words that name them. */
const MOST_WAITING = 200 * 1024 * 1024
const MEGABYTE = 1024 * 1024
const tooLarge = `a file may have ${FILE_LIMIT / MEGABYTE} MB here`

/** Takes a part of a file that a partner tells. */
export async function takeFilePart(
  desk: Desk,
  { id }: Pick<Partner, 'id'>,
  part: FilePart,
): Promise<FileStands> {
  const partner = (await desk.knowledge.directory()).partners.get(id)
  if (!partner?.isPaired) return { has: 0, why: 'The pairing has ended.' }
  if (!partner.exchange.takes.files) return { has: 0, why: 'This desk takes no files from yours.' }
  if (part.size > FILE_LIMIT) return { has: 0, why: tooLarge }
  return desk.db.transaction().execute((trx) => takePart(trx, id, part))
}

async function takePart(
  trx: Trx,
  partner: string,
  { hash, size, from, content }: FilePart,
): Promise<FileStands> {
  const key = { partner, hash }
  const row = await begunFile(trx, key, size)
  if (typeof row === 'string') return { has: 0, why: row }
  const part = Buffer.from(content, 'base64')
  // What is asked again, comes twice or too early changes nothing: they go on from where we are.
  if (row.has === row.size || from !== row.has || !part.length) return { has: row.has }
  if (row.size !== size || part.length > FILE_PART || row.has + part.length > size)
    return { has: row.has, why: 'It is more than was said.' }
  const has = row.has + part.length
  await trx
    .insertInto('partner_file_part')
    .values({ ...key, from, content: part })
    .execute()
  await trx
    .updateTable('partner_file')
    .set({ has })
    .where('partner', '=', partner)
    .where('hash', '=', hash)
    .execute()
  if (has < size) return { has }
  const content256 = createHash('sha256')
    .update(await contentOf(trx, key))
    .digest('hex')
  if (content256 === hash) return { has }
  await trx.deleteFrom('partner_file').where('partner', '=', partner).where('hash', '=', hash).execute()
  return { has: 0, why: 'Its content is not what it was said to be.' }
}

interface FileKey {
  partner: string
  hash: string
}

/** The row of a file, locked; a new one where there is none, or why there is none. */
async function begunFile(trx: Trx, { partner, hash }: FileKey, size: number) {
  const found = () =>
    trx
      .selectFrom('partner_file')
      .select(['size', 'has'])
      .where('partner', '=', partner)
      .where('hash', '=', hash)
      .forUpdate()
      .executeTakeFirst()
  const before = await found()
  if (before) return before
  const { waiting } = await trx
    .selectFrom('partner_file')
    .select((e) => e.fn.coalesce(e.fn.sum<number>('size'), sql<number>`0`).as('waiting'))
    .where('partner', '=', partner)
    .where('kept_as', 'is', null)
    .executeTakeFirstOrThrow()
  if (Number(waiting) + size > MOST_WAITING)
    return 'Too many files of yours wait here; say them again tomorrow.'
  await trx
    .insertInto('partner_file')
    .values({ partner, hash, size, begun_at: deskNow() })
    .onConflict((on) => on.doNothing())
    .execute()
  return (await found())!
}

/** What is there of a file in parts, one after the other. */
async function contentOf(db: Trx, { partner, hash }: FileKey): Promise<Buffer> {
  const parts = await db
    .selectFrom('partner_file_part')
    .select('content')
    .where('partner', '=', partner)
    .where('hash', '=', hash)
    .orderBy('from')
    .execute()
  return Buffer.concat(parts.map(({ content }) => content))
}

/**
 * The files of a word as they are kept here, and those that did not come, with why. Nothing is kept of them where our map
 * takes no files.
 */
export async function withFilesKept(
  trx: Trx,
  { id: partner, takesFiles }: { id: string; takesFiles: boolean },
  word: WireWord,
): Promise<TicketWord> {
  const said: SaidItem[] = []
  for (const { files, ...item } of word.tiding.said) {
    const [kept, lacks]: [KeptFile[], LackingFile[]] = [[], []]
    for (const [at, file] of (takesFiles && files ? files : []).entries()) {
      const key = { partner, hash: file.hash }
      const content = await wholeOf(trx, key)
      if (!content)
        lacks.push({ name: file.name, why: file.size > FILE_LIMIT ? tooLarge : 'its content did not come' })
      else kept.push(await keepHere(trx, key, `${word.begun} ${word.link} ${item.id} ${at}`, file, content))
    }
    said.push({ ...item, ...(kept.length && { files: kept }), ...(lacks.length && { lacks }) })
  }
  return { ...word, tiding: { ...word.tiding, said } }
}

async function wholeOf(trx: Trx, key: FileKey): Promise<Buffer | undefined> {
  const row = await trx
    .selectFrom('partner_file')
    .select(['size', 'has', 'kept_as'])
    .where('partner', '=', key.partner)
    .where('hash', '=', key.hash)
    // Words of several tickets may name it at once: only one of them puts it from its parts into one.
    .forUpdate()
    .executeTakeFirst()
  if (!row || row.has !== row.size) return undefined
  if (row.kept_as === null) return contentOf(trx, key)
  return (
    await trx.selectFrom('attachment').select('content').where('id', '=', row.kept_as).executeTakeFirst()
  )?.content
}

/** The same file of the same word is kept once, however often it is heard; what it came in is not kept beside it. */
async function keepHere(
  trx: Trx,
  { partner, hash }: FileKey,
  of: string,
  { name, type }: SaidFile,
  content: Buffer,
): Promise<KeptFile> {
  const id = createHash('sha256').update(`${partner} ${of}`).digest('hex').slice(0, 32)
  const file = await keepFile(trx, null, { name, type, content }, id)
  await trx.updateTable('attachment').set({ kept: true }).where('id', '=', id).execute()
  await trx
    .updateTable('partner_file')
    .set({ kept_as: id })
    .where('partner', '=', partner)
    .where('hash', '=', hash)
    .execute()
  await trx.deleteFrom('partner_file_part').where('partner', '=', partner).where('hash', '=', hash).execute()
  return file
}

/** So long a file waits for the word that names it, in milliseconds. */
const KEPT = 7 * 24 * 3_600_000

/** Forgets what has come of files and was named long ago, or never. */
export async function sweepPartnerFiles({ db }: Pick<Desk, 'db'>): Promise<void> {
  await db
    .deleteFrom('partner_file')
    .where('begun_at', '<', deskNow() - KEPT)
    .execute()
}
