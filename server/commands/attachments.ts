import { say } from '../../core/words'
import { createHash, randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { FILE_LIMIT, MOST_FILES, type Answers, type Question } from '../../core/intake'
import { Refused, type Attached } from '../../core/ticket'
import type { Database, Trx } from '../db/connection'

export interface NewFile {
  name: string
  type: string
  content: Buffer
}

const NAME_LIMIT = 200

/** A name as it may stand on a screen and in a header: without a path, control signs or line ends. */
function cleanName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? ''
  return (
    last
      .replace(/[\p{Cc}"]/gu, ' ')
      .trim()
      .slice(0, NAME_LIMIT) || 'file'
  )
}

const cleanType = (type: string) =>
  /^[\w.+-]+\/[\w.+-]+$/.test(type) ? type.toLowerCase() : 'application/octet-stream'

/**
 * Keeps a file until a ticket names it.
 * @param id the same id keeps the same file once; a new one if left out
 * @throws Refused when it is empty or too large
 */
export async function keepFile(
  db: Database | Trx,
  person: string | null,
  { name, type, content }: NewFile,
  id: string = randomUUID(),
): Promise<Attached> {
  if (content.length === 0)
    throw new Refused(
      'invalid',
      say('en', 'problem.fileEmpty'),
      [{ field: 'file', message: 'choose another file' }],
      'fileEmpty',
    )
  if (content.length > FILE_LIMIT)
    throw new Refused('invalid', 'The file is too large.', [
      { field: 'file', message: `a file may have ${FILE_LIMIT / 1024 / 1024} MB; send a smaller one` },
    ])
  if (person !== null) await refuseTooMany(db, person)
  const file = { id, name: cleanName(name), type: cleanType(type), size: content.length }
  await db
    .insertInto('attachment')
    .values({ ...file, person, content })
    .onConflict((on) => on.column('id').doNothing())
    .execute()
  return file
}

/** Most files of one person that no ticket names yet, so that nobody fills the desk. */
const MOST_UNSENT = 60

/** @throws Refused when somebody has sent too many files that no ticket names */
async function refuseTooMany(db: Database | Trx, person: string): Promise<void> {
  const { unsent } = await db
    .selectFrom('attachment')
    .select((e) => e.fn.countAll<number>().as('unsent'))
    .where('person', '=', person)
    .where('kept', '=', false)
    .executeTakeFirstOrThrow()
  if (Number(unsent) >= MOST_UNSENT)
    throw new Refused('conflict', say('en', 'problem.filesWait', { most: MOST_UNSENT }), [], 'filesWait')
}

/** An id for a file that came by mail: the same mail that is taken twice brings the same file. */
export function mailFileId(messageId: string, index: number): string {
  return createHash('sha256').update(`${messageId} ${index}`).digest('hex').slice(0, 32)
}

/**
 * Files that a person has sent and a ticket names from now on.
 * @throws Refused when one of them is not theirs, or not there any more
 */
export async function takeFiles(db: Database, ids: readonly string[], person: string): Promise<Attached[]> {
  if (ids.length === 0) return []
  if (ids.length > MOST_FILES)
    throw new Refused('invalid', `At most ${MOST_FILES} files can be sent at once.`)
  const rows = await db
    .updateTable('attachment')
    .set({ kept: true })
    .where('id', 'in', ids)
    .where('person', '=', person)
    .returning(['id', 'name', 'type', 'size'])
    .execute()
  const found = ids.map((id) => rows.find((row) => row.id === id))
  if (found.includes(undefined))
    throw new Refused(
      'invalid',
      say('en', 'problem.fileGone'),
      [{ field: 'attachments', message: 'attach the file again' }],
      'fileGone',
    )
  return found as Attached[]
}

/** The ids of files in answers. */
export function filesIn(answers: Answers, questions: ReadonlyMap<string, Question>): string[] {
  return Object.entries(answers).flatMap(([name, answer]) =>
    questions.get(name)?.type === 'attachment' && Array.isArray(answer) ? answer : [],
  )
}

/** Forgets files that no ticket came to name within a week: what is kept of a form that is filled in may wait so long. */
export async function sweepFiles(db: Database): Promise<void> {
  await db
    .deleteFrom('attachment')
    .where('kept', '=', false)
    .where(sql<boolean>`added_at < now() - interval '7 days'`)
    .execute()
}

export function readFile(db: Database, id: string) {
  return db
    .selectFrom('attachment')
    .select(['name', 'type', 'size', 'content'])
    .where('id', '=', id)
    .executeTakeFirst()
}
