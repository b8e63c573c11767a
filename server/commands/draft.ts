import Ajv2020 from 'ajv/dist/2020.js'
import { sql } from 'kysely'
import { DESIGN_SCHEMA } from '../../core/design/schema'
import {
  changeDesign,
  CannotChange,
  changeKey,
  compareDesigns,
  proofread,
  type Design,
  type DesignChange,
  type Directory,
  type DesignStep,
  notAllowed,
  withChanges,
} from '../../core/design'
import { Refused, type FieldProblem } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Trx } from '../db/connection'
import { withDesign } from '../db/kept'
import { beginAdoption } from './adoption'
import { tellOffers } from '../delivery/partnerWords'
import type { Desk } from './desk'
import { draftPage, draftRow, keyOfStep, newestEdition } from '../queries/draft'

const fitsSchema = new Ajv2020({ strict: false, allErrors: true }).compile<Design>(DESIGN_SCHEMA)

/** Where a document does not fit the schema of a design, in words; empty when it fits. */
export function misfits(document: unknown): FieldProblem[] {
  if (fitsSchema(document)) return []
  return (fitsSchema.errors ?? []).slice(0, 20).map((error) => {
    return { field: error.instancePath.slice(1) || 'the file', message: error.message ?? 'does not fit' }
  })
}

/** The draft row, locked; made from the current edition when there is none. */
async function lockedDraft(trx: Trx) {
  const draft = await draftRow(trx, true)
  if (draft) return draft
  const edition = await newestEdition(trx)
  await trx
    .insertInto('draft')
    .values({ id: 1, document: JSON.stringify(edition.document), version: 1, based_on: edition.number })
    .onConflict((on) => on.doNothing())
    .execute()
  return (await draftRow(trx, true))!
}

/**
 * Changes the draft, thing by thing and all or none. Two people may work on different things at once; on the same
 * thing the second is refused and nothing is overwritten.
 */
export async function changeDraft(desk: Desk, changes: DesignStep | DesignStep[], person: string) {
  const all = [changes].flat()
  await desk.db.transaction().execute(async (trx) => {
    const draft = await lockedDraft(trx)
    const design = await applyOrSayWho(trx, draft.document, all, person)
    await refuseUnlessAllowed(desk, draft.document, design, person)
    const fields = misfits(design)
    if (fields.length)
      throw new Refused('invalid', 'This does not fit the design; nothing was changed.', fields)
    const version = draft.version + 1
    await trx
      .updateTable('draft')
      .set({ document: JSON.stringify(design), version })
      .where('id', '=', 1)
      .execute()
    await trx
      .insertInto('draft_change')
      .values(all.map(({ list, id }) => ({ version, list, thing: id, person, at: deskNow() })))
      .execute()
    await sql`select pg_notify('yare_draft', ${String(version)})`.execute(trx)
  })
  return draftPage(desk)
}

async function refuseUnlessAllowed(desk: Desk, before: Design, after: Design, person: string) {
  const directory = await desk.knowledge.directory()
  const rights = directory.rightsOf(directory.people.get(person)?.role ?? '')
  const why = notAllowed(before, after, rights, person, directory.desksLed)
  if (why) throw new Refused('forbidden', why)
}

/** Applies steps; where somebody else has changed the same parts, the refusal says who that was. */
async function applyOrSayWho(trx: Trx, design: Design, steps: readonly DesignStep[], person: string) {
  try {
    return applySteps(design, steps)
  } catch (error) {
    if (!(error instanceof Refused) || error.reason !== 'conflict') throw error
    const last = await trx
      .selectFrom('draft_change')
      .innerJoin('person', 'person.id', 'draft_change.person')
      .select('person.name')
      .where('person', '<>', person)
      .where((e) => e.or(steps.map(({ list, id }) => e.and({ list, thing: id }))))
      .orderBy('draft_change.id', 'desc')
      .limit(1)
      .executeTakeFirst()
    const message = last ? error.message.replace(/^Somebody else/, last.name) : error.message
    throw new Refused('conflict', message, error.fields)
  }
}

function applySteps(design: Design, steps: readonly DesignStep[]): Design {
  try {
    return steps.reduce(changeDesign, design)
  } catch (error) {
    if (error instanceof CannotChange) throw new Refused(error.reason, error.message, error.fields)
    throw error
  }
}

export interface Publishing {
  /** Of the draft that was read; refused when somebody has changed it since. */
  version: number
  note: string
  /** Whether the tickets that are open follow it, or keep the edition that decided about them, as they do if left out. */
  openTickets?: 'keep' | 'follow'
  /** Keys of the changes to publish; the others stay in the draft. All of them if left out. */
  only?: string[]
}

/**
 * Publishes the draft, or some of its changes, as the next edition.
 * @throws Refused conflict when the draft changed since it was read, invalid when proofreading finds errors
 */
export async function publishDraft(desk: Desk, wanted: Publishing, person: string) {
  const directory = await desk.knowledge.directory()
  const published = await desk.db.transaction().execute(async (trx) => {
    await sql`lock table edition in share row exclusive mode`.execute(trx)
    const draft = await draftRow(trx, true)
    const edition = await newestEdition(trx)
    if (!draft || draft.version !== wanted.version || draft.based_on !== edition.number)
      throw new Refused(
        'conflict',
        'The draft is not the one on your screen any more: somebody changed or published it. Read it again before publishing.',
      )
    const document = chosenPart(edition.document, draft.document, wanted.only)
    refuseErrors(document, directory, wanted.only !== undefined)
    const next = edition.number + 1
    await trx
      .insertInto('edition')
      .values({
        number: next,
        document: JSON.stringify(document),
        note: wanted.note,
        published_by: person,
        published_at: deskNow(),
      })
      .execute()
    if (wanted.openTickets === 'follow') await beginAdoption(trx, next, person)
    await tellOffers(trx, document)
    const left = compareDesigns(document, draft.document)
    await keepRest(trx, next, draft.version, left)
    return { edition: next, left: left.length }
  })
  await desk.knowledge.editionChanged()
  return published
}

function chosenPart(edition: Design, draft: Design, only: readonly string[] | undefined): Design {
  if (!only) return draft
  const keys = new Set(compareDesigns(edition, draft).map(changeKey))
  const unknown = only.find((key) => !keys.has(key))
  if (unknown !== undefined || !only.length)
    throw new Refused('invalid', 'Choose what is published among the changes of the draft.', [
      { field: 'only', message: only.length ? `the draft has no change ${unknown}` : 'choose one or more' },
    ])
  return withChanges(edition, draft, new Set(only))
}

function refuseErrors(document: Design, directory: Directory, isPart: boolean) {
  const errors = proofread(document, directory).filter((finding) => finding.severity === 'error')
  if (errors.length)
    throw new Refused(
      'invalid',
      isPart
        ? 'What was chosen does not hold without the rest of the draft; choose what it needs as well.'
        : `Proofreading finds ${errors.length} error(s); put them right first.`,
      errors.map((one) => ({ field: one.place, message: one.message })),
    )
}

/** What was not published stays in the draft, with who changed it, and stands on the new edition. */
async function keepRest(trx: Trx, edition: number, version: number, left: readonly DesignChange[]) {
  const keys = new Set(left.map(changeKey))
  const steps = await trx.selectFrom('draft_change').select(['id', 'list', 'thing']).execute()
  const gone = steps.filter((one) => !keys.has(keyOfStep(one))).map((one) => one.id)
  if (gone.length) await trx.deleteFrom('draft_change').where('id', 'in', gone).execute()
  if (left.length)
    await trx
      .updateTable('draft')
      .set({ based_on: edition, version: version + 1 })
      .execute()
  else await trx.deleteFrom('draft').execute()
  await sql`select pg_notify('yare_edition', ''), pg_notify('yare_draft', ${left.length ? String(version + 1) : ''})`.execute(
    trx,
  )
}

/**
 * Puts a whole design in place of the draft: from a file, or an edition that is taken back. All of it or nothing.
 * @param version of the draft that was seen; refused when somebody has changed it since
 * @throws Refused invalid when proofreading finds errors: a reference that is lost on the way is never dropped silently
 */
export async function replaceDraft(desk: Desk, design: Design, version: number, person: string) {
  const directory = await desk.knowledge.directory()
  await desk.db
    .transaction()
    .execute((trx) => replaceWithin(trx, { desk, directory }, { design, version, person }))
  return draftPage(desk)
}

/**
 * The same within a transaction.
 * @param directory as it is there
 */
export async function replaceWithin(
  trx: Trx,
  { desk, directory }: { desk: Desk; directory: Directory },
  { design, version, person }: { design: Design; version: number; person: string },
): Promise<void> {
  refuseUnfit(design, directory)
  const before = await trx.selectFrom('draft').select('version').where('id', '=', 1).executeTakeFirst()
  if ((before?.version ?? 0) !== version) throw new Refused('conflict', CHANGED_MEANWHILE)
  const draft = await lockedDraft(trx)
  await refuseUnlessAllowed(desk, draft.document, design, person)
  const next = draft.version + 1
  const changes = compareDesigns(draft.document, design)
  await trx
    .updateTable('draft')
    .set({ document: JSON.stringify(design), version: next })
    .where('id', '=', 1)
    .execute()
  if (changes.length)
    await trx
      .insertInto('draft_change')
      .values(
        changes.map(({ part, id }) => ({ version: next, list: part, thing: id, person, at: deskNow() })),
      )
      .execute()
  await sql`select pg_notify('yare_draft', ${String(next)})`.execute(trx)
}

function refuseUnfit(design: Design, directory: Directory): void {
  const fields = misfits(design)
  const errors = fields.length
    ? fields
    : proofread(design, directory)
        .filter((one) => one.severity === 'error')
        .map((one) => ({ field: one.place, message: one.message }))
  if (errors.length)
    throw new Refused('invalid', 'This design cannot be taken as it is; nothing was changed.', errors)
}

const CHANGED_MEANWHILE =
  'Somebody else changed the draft meanwhile. Nothing was overwritten; look at it as it is now before you go on.'

/** Takes an old edition back: it becomes the draft, to be published as the next one. */
export async function takeBack(desk: Desk, number: number, version: number, person: string) {
  const edition = await desk.db
    .selectFrom('edition')
    .select('document')
    .where('number', '=', number)
    .executeTakeFirst()
  if (!edition) throw new Refused('missing', `There is no edition ${number}.`)
  return replaceDraft(desk, withDesign(edition).document, version, person)
}

export async function discardDraft(desk: Desk) {
  await desk.db.transaction().execute(async (trx) => {
    await trx.deleteFrom('draft').execute()
    await trx.deleteFrom('draft_change').execute()
    await sql`select pg_notify('yare_draft', '')`.execute(trx)
  })
  return draftPage(desk)
}
