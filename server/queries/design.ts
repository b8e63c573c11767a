import { compareDesigns } from '../../core/design'
import type { Database } from '../db/connection'
import { withDesign } from '../db/kept'

export function listEditions(db: Database) {
  return db
    .selectFrom('edition')
    .leftJoin('person', 'person.id', 'edition.published_by')
    .select(['number', 'note', 'published_at', 'person.name as by'])
    .orderBy('number', 'desc')
    .execute()
}

/** An edition, with what it changed against the one before. */
export async function editionPage(db: Database, number: number) {
  const two = db
    .selectFrom('edition')
    .selectAll()
    .where('number', 'in', [number, number - 1])
  const rows = (await two.execute()).map(withDesign)
  const edition = rows.find((row) => row.number === number)
  if (!edition) return undefined
  const before = rows.find((row) => row.number === number - 1)
  return { ...edition, changes: before ? compareDesigns(before.document, edition.document) : [] }
}
