import { sql } from 'kysely'
import {
  conditionNaming,
  designNaming,
  KINDS,
  mergedOf,
  type Following,
  type ListName,
  type Merged,
  type Values,
} from '../../core/directory'
import { canonicalJson } from '../../core/json'
import { isAbsence, type Directory } from '../../core/design'
import { REQUESTER } from '../../core/rights'
import { Refused } from '../../core/ticket'
import type { Calendar } from '../../core/time'
import { readView, type ViewDefinition } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { Trx } from '../db/connection'
import { STORED } from '../directory/stored'
import { draftRow, newestEdition } from '../queries/draft'
import type { Desk } from './desk'
import {
  keptThing,
  missing,
  nameIn,
  refuseAbove,
  refuseWithout,
  refuseIfNeeded,
  somebodyElse,
  trace,
  worldOf,
  write,
  type By,
  type Kept,
} from './directory'
import { endAccess } from './endAccess'
import { directoryChanged } from './people'
import { beginSweep } from './sweep'

/** Two things that somebody says are one. */
export interface Merge {
  list: ListName
  /** What goes into the other, and is put away. */
  id: string
  into: string
  /** Fields in which what goes has it right. */
  chosen?: readonly string[]
  /** The versions that were on the screen. */
  version?: number
  intoVersion?: number
}

interface Both {
  gone: Kept
  stays: Kept
}

/** What two things would become, and what follows; nothing is changed. @throws Refused where one of them is not there */
export async function mergePlan(desk: Desk, { list, id, into, chosen }: Merge, by: By): Promise<Merged> {
  const world = await worldOf(desk)
  if (!world.has(list, id)) throw missing(list, id)
  return mergedOf({ list, from: id, into, chosen, rights: by.rights, world })
}

/**
 * Makes one of two things: what stays takes over what only the other says, whatever named the other names it (in the
 * directory, in Design, in views kept), and the tickets follow, a batch at a time. The other is put away and stays as
 * it was, but for what no two can have.
 * @returns the edition that was published where the one in force named the other
 * @throws Refused with what keeps them from being one; conflict where somebody was quicker
 */
export async function mergeThings(desk: Desk, merge: Merge, by: By): Promise<{ edition: number | null }> {
  const { list, id, into } = merge
  const [world, directory] = await Promise.all([worldOf(desk), desk.knowledge.directory()])
  const done = await desk.db.transaction().execute(async (trx) => {
    const both = await lockedBoth(trx, merge, world.zone)
    await refuseMerging(desk, merge, both, by)
    const { chosen } = merge
    const plan = mergedOf({ list, from: id, into, chosen, rights: by.rights, world })
    if (plan.problems.length)
      throw new Refused('invalid', 'These cannot be merged as they are.', plan.problems)
    await giveUp(trx, merge, plan, both)
    if (Object.keys(plan.outcome.changed).length)
      await write(trx, desk, { list, outcome: plan.outcome, kept: both.stays, world })
    await follow(trx, plan.follow, world.zone)
    await putInto(trx, merge, both)
    if (list === 'people') await takeOver(trx, merge, both)
    if (list === 'equipment')
      await trx
        .updateTable('repair')
        .set({ equipment: Number(into) })
        .where('equipment', '=', Number(id))
        .execute()
    await changeViews(trx, merge)
    const edition = await changeDesign(trx, merge, directory, both, by)
    await beginSweep(
      trx,
      {
        ...{ kind: 'followMerger', list, from: id, into, called: calledIn(list, both) },
        ...(edition !== null && { editions: { before: edition - 1, after: edition } }),
      },
      by.person,
    )
    await trace(
      trx,
      ...[
        {
          ...of(both.gone, list, by),
          deed: 'merged' as const,
          changed: { mergedInto: { before: null, after: into } },
        },
        { ...of(both.stays, list, by), deed: 'changed' as const, changed: plan.outcome.changed },
        ...plan.follow.map((one) => ({
          ...{ list: one.list, id: one.id, name: world.nameOf(one.list, one.id), by },
          ...{ deed: 'changed' as const, changed: one.changed },
        })),
      ].filter((one) => Object.keys(one.changed).length),
    )
    return { edition, follow: plan.follow }
  })
  if (done.edition !== null) desk.knowledge.forget('edition')
  await directoryChanged(desk, [
    ...([
      [list, id],
      [list, into],
      ['rotas', ''],
    ] as const),
    ...done.follow.map((one) => [one.list, one.id] as const),
  ])
  return { edition: done.edition }
}

const of = ({ thing }: Kept, list: ListName, by: By) => ({
  ...{ list, id: thing.id, by },
  name: nameIn(list, thing.values, thing.id),
})
const calledIn = (list: ListName, { gone, stays }: Both) => ({
  from: nameIn(list, gone.thing.values, gone.thing.id),
  into: nameIn(list, stays.thing.values, stays.thing.id),
})

/** Both as they are now, which nobody else changes meanwhile; always in the same order, so that two never wait for each other. */
async function lockedBoth(
  trx: Trx,
  { list, id, into, version, intoVersion }: Merge,
  zone: string,
): Promise<Both> {
  const found = new Map<string, Kept>()
  for (const one of [id, into].sort()) {
    const kept = await keptThing(trx, list, one, zone, true)
    if (!kept) throw missing(list, one)
    found.set(one, kept)
  }
  const [gone, stays] = [found.get(id)!, found.get(into)!]
  if ((version ?? gone.version) !== gone.version || (intoVersion ?? stays.version) !== stays.version)
    throw somebodyElse(list)
  return { gone, stays }
}

async function refuseMerging(desk: Desk, { list, id }: Merge, { gone, stays }: Both, by: By): Promise<void> {
  refuseWithout(list, by)
  const directory = await desk.knowledge.directory()
  for (const { thing } of [gone, stays]) refuseAbove(list, thing, by, directory)
  if (list !== 'people') return
  const ofDesk = [gone, stays].some(({ thing }) => thing.values.role !== REQUESTER)
  // Whoever comes in as one of them comes in as the other then.
  if (ofDesk && !by.rights.has('changePeople'))
    throw new Refused('forbidden', 'Your role does not merge people of the desk; ask an administrator.')
  await refuseIfNeeded(desk, list, id, by)
}

/** What no two can have goes to the one that stays; where both need it, they change it. */
async function giveUp(
  trx: Trx,
  { list, id }: Merge,
  { outcome }: Merged,
  { gone, stays }: Both,
): Promise<void> {
  if (list !== 'people') return
  const taken = (field: 'mail' | 'identifier') =>
    outcome.changed[field] !== undefined && outcome.values[field] === gone.thing.values[field]
  if (taken('identifier'))
    await trx.updateTable('person').set({ identifier: null }).where('id', '=', id).execute()
  if (!taken('mail')) return
  const other = String(stays.thing.values.mail)
  await trx
    .updateTable('person')
    .set({ mail: `${id}@merged.invalid` })
    .where('id', '=', id)
    .execute()
  await trx
    .updateTable('person')
    .set({ mail: String(outcome.values.mail) })
    .where('id', '=', stays.thing.id)
    .execute()
  await trx.updateTable('person').set({ mail: other }).where('id', '=', id).execute()
}

/** Most things in one statement. */
const TOGETHER = 1000

/** Writes what names what stays now: all that say the same after it in one go. */
async function follow(trx: Trx, all: readonly Following[], zone: string): Promise<void> {
  const alike = new Map<string, Following[]>()
  for (const one of all) {
    const key = canonicalJson([one.list, afterOf(one)])
    const those = alike.get(key)
    if (those) those.push(one)
    else alike.set(key, [one])
  }
  for (const those of alike.values()) {
    const [first] = those
    const { table, key, columns } = STORED[first!.list]
    const row = columns(afterOf(first!), zone, undefined)
    for (let at = 0; at < those.length; at += TOGETHER) {
      const ids = those.slice(at, at + TOGETHER).map(({ id }) => (key === 'number' ? Number(id) : id))
      await trx
        .updateTable(table as 'team')
        .set({ ...row, version: sql`version + 1` } as never)
        .where(key as 'id', 'in', ids as string[])
        .execute()
    }
  }
}

const afterOf = ({ changed }: Following): Values =>
  Object.fromEntries(Object.entries(changed).map(([field, one]) => [field, one.after]))

/** Puts away what goes, with what it is one with; what was merged into it before goes along. */
async function putInto(trx: Trx, { list, id, into }: Merge, { gone }: Both): Promise<void> {
  const { table, key } = STORED[list]
  const rows = trx.updateTable(table as 'team')
  await rows
    .set({ active: false, merged_into: into, version: gone.version + 1 })
    .where(key as 'id', '=', gone.row[key] as string)
    .execute()
  await rows.set({ merged_into: into }).where('merged_into', '=', id).execute()
}

/** What somebody had at the desk besides what is said of them: hours, views, a rota, a way in. */
async function takeOver(trx: Trx, { id, into }: Merge, { gone, stays }: Both): Promise<void> {
  const shift = shiftOf(into, gone.row.shift as Calendar | null, stays.row.shift as Calendar | null)
  const password = stays.row.password_hash === null ? gone.row.password_hash : null
  const own = {
    ...(shift && { shift: JSON.stringify(shift) }),
    ...(password !== null && { password_hash: password as string }),
  }
  if (Object.keys(own).length) await trx.updateTable('person').set(own).where('id', '=', into).execute()
  await endAccess(trx, id)
  await trx.deleteFrom('access_link').where('person', '=', id).execute()
  for (const table of ['saved_view', 'rota_override', 'solved_by'] as const)
    await trx.updateTable(table).set({ person: into }).where('person', '=', id).execute()
}

/** The hours of whoever had any, and the absences of both; undefined where nothing is other than it was. */
function shiftOf(id: string, gone: Calendar | null, stays: Calendar | null): Calendar | undefined {
  if (!gone) return undefined
  if (!stays) return { ...gone, id: `shift-${id}` }
  const away = gone.exceptions.filter(
    (one) => isAbsence(one) && !stays.exceptions.some(({ date }) => date === one.date),
  )
  if (!away.length) return undefined
  const exceptions = [...stays.exceptions, ...away].sort((a, b) => (a.date < b.date ? -1 : 1))
  return { ...stays, exceptions }
}

/** Views that somebody keeps go on showing what they showed. */
async function changeViews(trx: Trx, { list, id: from, into }: Merge): Promise<void> {
  const rows = await trx
    .selectFrom('saved_view')
    .select(['id', 'definition'])
    .where(sql<boolean>`strpos(definition::text, ${JSON.stringify(from)}) > 0`)
    .forUpdate()
    .execute()
  for (const { id, definition } of rows) {
    const view = readView(definition as Partial<ViewDefinition>)
    const where = conditionNaming(view.where, { list, from, into })
    if (where === view.where) continue
    await trx
      .updateTable('saved_view')
      .set({ definition: JSON.stringify({ ...view, where }) })
      .where('id', '=', id)
      .execute()
  }
}

/**
 * Where the edition in force names what goes, the next one names what stays and says nothing else otherwise. Tickets
 * that name it follow that edition with it. A draft that somebody has begun goes on from there.
 * @returns the number of that edition, if there is one
 */
async function changeDesign(
  trx: Trx,
  { list, id: from, into }: Merge,
  directory: Directory,
  both: Both,
  by: By,
) {
  await sql`lock table edition in share row exclusive mode`.execute(trx)
  const naming = { list, from, into }
  const [draft, edition] = [await draftRow(trx, true), await newestEdition(trx)]
  const document = designNaming(edition.document, directory, naming)
  const isOther = document !== edition.document
  const next = edition.number + (isOther ? 1 : 0)
  if (isOther) {
    const called = calledIn(list, both)
    await trx
      .insertInto('edition')
      .values({
        number: next,
        document: JSON.stringify(document),
        note: `The ${KINDS[list].name} “${called.from}” is “${called.into}”`,
        published_by: by.person,
        published_at: deskNow(),
      })
      .execute()
    await sql`select pg_notify('yare_edition', '')`.execute(trx)
  }
  const drafted = draft && designNaming(draft.document, directory, naming)
  if (draft && (isOther || drafted !== draft.document)) {
    const version = draft.version + 1
    // One that was begun from an earlier edition must still be looked at before it is published.
    const basedOn = draft.based_on === edition.number ? next : draft.based_on
    await trx
      .updateTable('draft')
      .set({ document: JSON.stringify(drafted), version, based_on: basedOn })
      .where('id', '=', 1)
      .execute()
    await sql`select pg_notify('yare_draft', ${String(version)})`.execute(trx)
  }
  return isOther ? next : null
}
