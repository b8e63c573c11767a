import { changeKey, changesInWords, proofread, type DesignChange } from '../../core/design'
import type { Database, Trx } from '../db/connection'
import { withDesign } from '../db/kept'
import type { Reading } from './reading'

/** The newest edition, as it is kept. */
export async function newestEdition(db: Database | Trx) {
  const latest = db.selectFrom('edition').selectAll().orderBy('number', 'desc').limit(1)
  return withDesign(await latest.executeTakeFirstOrThrow())
}

/** The draft as this release reads it, if one is begun. */
export async function draftRow(db: Database | Trx, isLocked: boolean) {
  const draft = db.selectFrom('draft').selectAll().where('id', '=', 1)
  const row = await draft.$if(isLocked, (q) => q.forUpdate()).executeTakeFirst()
  return row && withDesign(row)
}

/** The draft with its findings and what it changes; where nobody has begun one, the current edition. */
export async function draftPage(desk: Reading) {
  const [draft, edition, directory] = await Promise.all([
    draftRow(desk.db, false),
    newestEdition(desk.db),
    desk.knowledge.directory(),
  ])
  const design = draft?.document ?? edition.document
  const made = () =>
    desk.db.selectFrom('draft_change').innerJoin('person', 'person.id', 'draft_change.person')
  const [authors, everybody] = await Promise.all([
    made()
      .select(['list', 'thing', 'person.name as by', 'at'])
      .orderBy('draft_change.id', 'desc')
      .limit(50)
      .execute(),
    made().select(['list', 'thing', 'person.id', 'person.name']).distinct().execute(),
  ])
  const by = (change: DesignChange) =>
    everybody.filter((one) => keyOfStep(one) === changeKey(change)).map(({ id, name }) => ({ id, name }))
  return {
    version: draft?.version ?? 0,
    edition: edition.number,
    begun: draft !== undefined,
    design,
    findings: proofread(design, directory),
    changes: changesInWords(edition.document, design, directory).map((one) => ({
      ...one,
      key: changeKey(one),
      by: by(one),
    })),
    authors,
  }
}

/** The key of the change that a step of the draft belongs to: the desk's settings are one change, as is an order. */
export const keyOfStep = ({ list, thing }: { list: string; thing: string }) =>
  `${list}/${list === 'desk' ? '' : thing === '' ? '#order' : thing}`
