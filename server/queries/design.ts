import { changesInWords } from '../../core/design'
import type { Database } from '../db/connection'
import { withDesign } from '../db/kept'
import type { Reading } from './reading'

export function listEditions(db: Database) {
  return db
    .selectFrom('edition')
    .leftJoin('person', 'person.id', 'edition.published_by')
    .select(['number', 'note', 'published_at', 'person.name as by'])
    .orderBy('number', 'desc')
    .execute()
}

/** An edition, with what it changed against the one before. */
export async function editionPage({ db, knowledge }: Reading, number: number) {
  const two = db
    .selectFrom('edition')
    .selectAll()
    .where('number', 'in', [number, number - 1])
  const rows = (await two.execute()).map(withDesign)
  const edition = rows.find((row) => row.number === number)
  if (!edition) return undefined
  const before = rows.find((row) => row.number === number - 1)
  const directory = await knowledge.directory()
  return { ...edition, changes: before ? changesInWords(before.document, edition.document, directory) : [] }
}
