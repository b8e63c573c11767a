import { sql } from 'kysely'
import {
  DirectoryWorld,
  KINDS,
  NO_IDS,
  outcomeOf,
  shiftWith,
  usesInDesign,
  valuesOf,
  type FieldChanged,
  type LinePlan,
  type ListName,
  type Outcome,
  type Thing,
  type Value,
  type Values,
} from '../../core/directory'
import {
  checkCalendar,
  DAY,
  dayNumberOf,
  flattenCalendar,
  isoDate,
  parseWeek,
  weekInWords,
  type Calendar,
} from '../../core/time'
import { messageOf } from '../../core/error/messageOf'
import { freeId } from '../../core/naming'
import { aboutRight, ADMINISTRATOR, FIXED_ROLES, LETTING_IN, REQUESTER, type Right } from '../../core/rights'
import type { Directory } from '../../core/design'
import { Refused } from '../../core/ticket'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import type { Trx } from '../db/connection'
import type { Tables } from '../db/tables'
import { STORED } from '../directory/stored'
import type { Desk } from './desk'
import { leave } from './leaving'
import { directoryChanged } from './people'
import { beginSweep } from './sweep'

/** Who changes something of the directory, and how. */
export interface By {
  person: string | null
  rights: ReadonlySet<Right>
  way: Tables['directory_change']['way']
}

export const byCaller = ({ id, rights, by }: Caller): By => ({
  ...{ person: id, rights },
  way: by === 'token' ? 'program' : 'hand',
})

/** What somebody may do, as they are now. */
export async function rightsNow({ knowledge }: Pick<Desk, 'knowledge'>, person: string) {
  const directory = await knowledge.directory()
  const who = directory.people.get(person)
  return directory.rightsOf(who?.active ? who.role : REQUESTER)
}

/** The directory and the edition in force, for whoever says something of a thing. */
export async function worldOf({ knowledge }: Pick<Desk, 'knowledge'>): Promise<DirectoryWorld> {
  const [directory, edition] = await Promise.all([knowledge.directory(), knowledge.currentEdition()])
  return new DirectoryWorld(directory, edition.design)
}

export interface Kept {
  thing: Thing
  version: number
  row: Record<string, unknown>
}

/** A thing as its row has it now. @param lock keeps others from changing it until the transaction ends */
export async function keptThing(
  db: Pick<Trx, 'selectFrom'>,
  list: ListName,
  id: string,
  zone: string,
  lock = false,
): Promise<Kept | undefined> {
  const { table, key, read } = STORED[list]
  if (key === 'number' && !/^\d{1,15}$/.test(id)) return undefined
  const row = (await db
    .selectFrom(table as 'team')
    .selectAll()
    .where(key as 'id', '=', key === 'number' ? (Number(id) as never) : id)
    .$if(lock, (q) => q.forUpdate())
    .executeTakeFirst()) as (Record<string, unknown> & { active: boolean; version: number }) | undefined
  if (!row) return undefined
  const values = valuesOf(list, read(row as never), zone)
  const mergedInto = row.merged_into as string | null
  return {
    thing: { id, active: row.active, values, ...(mergedInto !== null && { mergedInto }) },
    version: row.version,
    row,
  }
}

export const missing = (list: ListName, id: string) =>
  new Refused('missing', `There is no ${KINDS[list].name} “${id}”.`)

export const somebodyElse = (list: ListName) =>
  new Refused(
    'conflict',
    `Somebody else changed this ${KINDS[list].name} meanwhile. Nothing was overwritten; look at it as it is now and change it again.`,
  )

export interface Saying {
  list: ListName
  /** Of what; something new if left out. */
  id?: string
  /** What is said; of what is there only what shall be otherwise. */
  given: Readonly<Record<string, Value | undefined>>
  /** The version that was on the screen. */
  version?: number
}

/**
 * Makes a thing of the directory, or changes one.
 * @returns its id, and its version from now on
 * @throws Refused with what is wrong, field by field; conflict where somebody was quicker
 */
export async function saveThing(
  desk: Desk,
  saying: Saying,
  by: By,
): Promise<{ id: string; version: number }> {
  const world = await worldOf(desk)
  const saved = await desk.db.transaction().execute((trx) => saveWithin(trx, desk, saying, by, world))
  if (saved.isChanged) await directoryChanged(desk, [[saying.list, saved.id]])
  return { id: saved.id, version: saved.version }
}

/** Makes a thing within a transaction. @returns its id; whoever ends the transaction tells others of it */
export async function makeWithin(
  trx: Trx,
  desk: Desk,
  saying: Omit<Saying, 'id' | 'version'>,
  by: By,
  world: DirectoryWorld,
): Promise<string> {
  return (await saveWithin(trx, desk, saying, by, world)).id
}

async function saveWithin(
  trx: Trx,
  desk: Desk,
  { list, id, given, version }: Saying,
  by: By,
  world: DirectoryWorld,
) {
  const kept = id === undefined ? undefined : await keptThing(trx, list, id, world.zone, true)
  if (id !== undefined && !kept) throw missing(list, id)
  const addsRequester = list === 'people' && !kept && given.role === REQUESTER
  if (!addsRequester || !by.rights.has('addRequesters')) refuseWithout(list, by)
  if (kept) await refuseChange(desk, { list, kept, version }, by)
  const before = kept?.thing
  const outcome = outcomeOf({ list, before, given, rights: by.rights, world })
  if (outcome.problems.length)
    throw new Refused('invalid', 'Some fields need another look.', outcome.problems)
  if (kept && !Object.keys(outcome.changed).length)
    return { id: kept.thing.id, version: kept.version, isChanged: false }
  const saved = await write(trx, desk, { list, outcome, kept, world })
  await trace(trx, {
    ...{ list, id: saved.id, by, deed: kept ? ('changed' as const) : ('made' as const) },
    name: nameIn(list, outcome.values, saved.id),
    changed: outcome.changed,
  })
  return { ...saved, isChanged: true }
}

/** What is one with another is changed there. */
export function refuseMerged(list: ListName, { row }: Kept): void {
  const into = row.merged_into
  if (typeof into === 'string')
    throw new Refused(
      'conflict',
      `This ${KINDS[list].name} was merged into “${into}”; change that one, whatever named this one names it.`,
    )
}

/** @throws Refused where whoever does something has no right to change a list */
export function refuseWithout(list: ListName, { rights }: Pick<By, 'rights'>): void {
  const right = list === 'roles' ? 'composeRoles' : 'changeDirectory'
  if (!rights.has(right))
    throw new Refused('forbidden', `Your role has not the right “${aboutRight(right).label}”; ask a lead.`)
}

/** Who lets others in is changed only by those who do so as well. */
export function refuseAbove(
  list: ListName,
  { values }: Thing,
  { rights }: By,
  directory: Pick<Directory, 'rightsOf'>,
): void {
  if (list !== 'people') return
  const theirs = directory.rightsOf(String(values.role))
  if (LETTING_IN.some((one) => theirs.has(one) && !rights.has(one)))
    throw new Refused('forbidden', 'They let others in; only those who do so as well change them.')
}

async function refuseChange(
  desk: Desk,
  { list, kept, version }: { list: ListName; kept: Kept; version: number | undefined },
  by: By,
): Promise<void> {
  if (version !== undefined && version !== kept.version) throw somebodyElse(list)
  refuseMerged(list, kept)
  refuseAbove(list, kept.thing, by, await desk.knowledge.directory())
}

/** The things in whose hours promises count: those that run are fitted where these change. */
export const HOURS: readonly ListName[] = ['sites', 'agreements']

interface Writing {
  list: ListName
  outcome: Outcome
  kept: Kept | undefined
  world: DirectoryWorld
  /** The id that something new shall have. */
  id?: string
}

/** Writes a thing's row: all of a new one, of another what is different. */
export async function write(trx: Trx, desk: Desk, { list, outcome, kept, world, id }: Writing) {
  const { table, key, columns } = STORED[list]
  const wanted = kept
    ? Object.fromEntries(
        Object.keys(withNeighbours(list, outcome.changed)).map((name) => [name, outcome.values[name]!]),
      )
    : outcome.values
  const row = {
    ...columns(wanted, world.zone, kept?.row),
    ...(list === 'people' && kept && (await shiftChange(desk, kept.row, outcome))),
  }
  try {
    if (kept) {
      const version = kept.version + 1
      await trx
        .updateTable(table as 'team')
        .set({ ...row, version } as never)
        .where(key as 'id', '=', kept.row[key] as string)
        .execute()
      if (HOURS.includes(list) && 'calendar' in outcome.changed)
        await beginSweep(trx, { kind: 'fit', list, from: kept.thing.id }, null)
      return { id: kept.thing.id, version }
    }
    const own = key === 'id' ? { id: id ?? (await newId(trx, list, String(outcome.values.name))) } : {}
    const shift = list === 'people' ? await firstShift(desk, own.id ?? '', outcome.values) : {}
    const made = (await trx
      .insertInto(table as 'team')
      .values({ ...row, ...own, ...shift } as never)
      .returning(key as 'id')
      .executeTakeFirstOrThrow()) as Record<string, unknown>
    return { id: String(made[key]), version: 1 }
  } catch (error) {
    throw takenMeanwhile(error) ?? error
  }
}

/** Makes a word that a file names. */
export async function makeWord(
  trx: Trx,
  { list, id, name }: { list: ListName; id: string; name: string },
  by: By,
): Promise<void> {
  await trx
    .insertInto(STORED[list].table as 'skill')
    .values({ id, name })
    .onConflict((on) => on.column('id').doNothing())
    .execute()
  const changed = { name: { before: null, after: name } }
  await trace(trx, { list, id, name, by: { ...by, way: 'file' }, deed: 'made', changed })
}

/** Why a line of a file that is right may not be written all the same; undefined where it may. */
export async function refusalOf(
  desk: Desk,
  list: ListName,
  { before, active }: LinePlan,
  by: By,
): Promise<string | undefined> {
  try {
    refuseWithout(list, by)
    if (before) refuseAbove(list, before, by, await desk.knowledge.directory())
    if (before && active === false) await refuseIfNeeded(desk, list, before.id, by)
    return undefined
  } catch (error) {
    if (error instanceof Refused) return error.message
    throw error
  }
}

/** Two days make one period, so that what is said of one is written with the other. */
export const withNeighbours = (list: ListName, changed: object) =>
  list === 'agreements' && ('first' in changed || 'last' in changed)
    ? { ...changed, first: 0, last: 0 }
    : changed

async function newId(trx: Trx, list: ListName, name: string): Promise<string> {
  const { table } = STORED[list]
  // Two at the same moment do not take the same.
  await sql`select pg_advisory_xact_lock(${4_204}, hashtext(${table}))`.execute(trx)
  const base = freeId(name, () => false, KINDS[list].name.split(' ')[0])
  const rows = await trx
    .selectFrom(table as 'team')
    .select('id')
    .where((e) => e.or([e('id', '=', base), e('id', 'like', `${base}-%`)]))
    .execute()
  const taken = new Set([...NO_IDS, ...rows.map((one) => one.id)])
  return freeId(name, (id) => taken.has(id), KINDS[list].name.split(' ')[0])
}

/** What becomes of somebody's hours: others are laid down, or they come into a team and have none. */
export async function shiftChange(desk: Desk, row: Record<string, unknown>, { changed, values }: Outcome) {
  if ('shift' in changed) return laterShift(row, values)
  return 'teams' in changed && !row.shift ? firstShift(desk, String(row.id), values) : {}
}

/** Other hours of somebody, from tomorrow on: today is as it was laid down. */
function laterShift(row: Record<string, unknown>, { shift, zone }: Values): { shift: string } {
  const before = (row.shift as Calendar | null) ?? noShift(String(row.id), String(zone))
  const tomorrow = isoDate(deskNow() + DAY, before.zone)
  const week = shift === null ? [] : parseWeek(String(shift))
  return { shift: JSON.stringify(shiftWith(before, week, row.shift ? tomorrow : undefined)) }
}

const noShift = (id: string, zone: string): Calendar => ({
  ...{ id: `shift-${id}`, name: 'shift', zone, week: [], exceptions: [] },
})

/**
 * Lays down when somebody works, from a date on.
 * @param from local date in their zone; from tomorrow if left out
 * @throws Refused when there is nobody of the desk of that id, or the week or the date cannot be read
 */
export async function setShift(
  desk: Desk,
  { id, week, from }: { id: string; week: string; from?: string },
  by: By,
): Promise<void> {
  const { zone } = await worldOf(desk)
  const wrong = (field: string, error: unknown) =>
    new Refused('invalid', 'Some fields need another look.', [{ field, message: messageOf(error) }])
  await desk.db.transaction().execute(async (trx) => {
    const kept = await keptThing(trx, 'people', id, zone, true)
    if (!kept || kept.thing.values.role === REQUESTER)
      throw new Refused('missing', 'There is no such person at the desk.')
    const before = (kept.row.shift as Calendar | null) ?? noShift(id, String(kept.thing.values.zone))
    const day = from ?? isoDate(deskNow() + DAY, before.zone)
    const hours = readOr(
      () => parseWeek(week),
      (error) => wrong('week', error),
    )
    readOr(
      () => dayNumberOf(day),
      (error) => wrong('from', error),
    )
    const shift = shiftWith(before, hours, day)
    const [fault] = checkCalendar(shift)
    if (fault) throw wrong('week', new RangeError(fault.message))
    const version = kept.version + 1
    await trx
      .updateTable('person')
      .set({ shift: JSON.stringify(shift), version })
      .where('id', '=', id)
      .execute()
    const said = { before: kept.thing.values.shift ?? null, after: hours.length ? weekInWords(hours) : null }
    await trace(trx, {
      ...{ list: 'people' as const, id, by, deed: 'changed' as const, name: String(kept.thing.values.name) },
      changed: { shift: said, shiftFrom: { before: null, after: day } },
    })
  })
  await directoryChanged(desk, [['people', id]])
}

function readOr<T>(read: () => T, otherwise: (error: unknown) => Error): T {
  try {
    return read()
  } catch (error) {
    throw otherwise(error)
  }
}

/** Who is in a team works in the hours of the desk until somebody says otherwise. */
export async function firstShift(desk: Desk, id: string, { role, teams, shift, zone }: Values) {
  if (typeof shift === 'string')
    return { shift: JSON.stringify({ ...noShift(id, String(zone)), week: parseWeek(shift) }) }
  if (role === REQUESTER || !Array.isArray(teams) || !teams.length) return {}
  const { design } = await desk.knowledge.currentEdition()
  const find = (wanted: string) => design.calendars.find((one) => one.id === wanted)
  const hours = find(design.desk.calendar)
  if (!hours) return {}
  // A shift stands by itself: what the desk's hours build on is written out in it.
  return { shift: JSON.stringify({ ...flattenCalendar(hours, find), id: `shift-${id}`, name: 'desk hours' }) }
}

/** What somebody took between our look and our writing. */
export function takenMeanwhile(error: unknown): Refused | undefined {
  const constraint = (error as { constraint?: unknown }).constraint
  const field =
    constraint === 'person_mail_key' ? 'mail' : constraint === 'person_identifier_key' ? 'identifier' : ''
  return field
    ? new Refused('invalid', 'Some fields need another look.', [
        { field, message: 'another person has this already; give a different one, or change that one' },
      ])
    : undefined
}

/** What a thing is called in its trail. */
export const nameIn = (list: ListName, values: Values, id: string): string =>
  list === 'agreements' ? id : String(values.name ?? id)

export interface Trace {
  list: ListName
  id: string
  name: string
  by: By
  deed: Tables['directory_change']['deed']
  changed: Readonly<Record<string, FieldChanged>>
}

/** Most lines of the trail in one statement. */
const TRACED = 1000

/** Writes into the trail what was done. */
export async function trace(trx: Trx, ...all: readonly Trace[]): Promise<void> {
  const side = (changed: Trace['changed'], which: keyof FieldChanged) =>
    JSON.stringify(Object.fromEntries(Object.entries(changed).map(([field, one]) => [field, one[which]])))
  const rows = all.map(({ list, id, name, by, deed, changed }) => ({
    ...{ at: deskNow(), by: by.person, way: by.way, list, thing: id, name, deed },
    ...{ before: side(changed, 'before'), after: side(changed, 'after') },
  }))
  for (let at = 0; at < rows.length; at += TRACED)
    await trx
      .insertInto('directory_change')
      .values(rows.slice(at, at + TRACED))
      .execute()
}

/**
 * Puts a thing away, or takes it back. What is put away stays with everything that names it, and is chosen no more.
 * @throws Refused where the edition in force would send work to it, or somebody would shut out themselves
 */
export async function setAway(
  desk: Desk,
  { list, id, away }: { list: ListName; id: string; away: boolean },
  by: By,
): Promise<void> {
  const { zone } = await worldOf(desk)
  const changed = await desk.db.transaction().execute(async (trx) => {
    const kept = await keptThing(trx, list, id, zone, true)
    if (!kept) throw missing(list, id)
    if (kept.thing.active !== away) return false
    refuseMerged(list, kept)
    refuseWithout(list, by)
    refuseAbove(list, kept.thing, by, await desk.knowledge.directory())
    if (away) await refuseIfNeeded(desk, list, id, by)
    const { table, key } = STORED[list]
    await trx
      .updateTable(table as 'team')
      .set({ active: !away, version: kept.version + 1 })
      .where(key as 'id', '=', kept.row[key] as string)
      .execute()
    if (list === 'people' && away) await leave(trx, id, by.person)
    await trace(trx, {
      ...{ list, id, by, deed: away ? ('putAway' as const) : ('takenBack' as const), changed: {} },
      name: nameIn(list, kept.thing.values, id),
    })
    return true
  })
  if (changed) await directoryChanged(desk, [[list, id]])
}

/** Where the rules in force send work stays until they send it elsewhere; somebody stays who can let others in. */
export async function refuseIfNeeded(desk: Desk, list: ListName, id: string, by: By): Promise<void> {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  if (list === 'people') {
    if (id === by.person)
      throw new Refused('conflict', 'You cannot put yourself away; ask another administrator.')
    const others = [...directory.people.values()].filter(
      (one) => one.active && one.role === ADMINISTRATOR && one.id !== id,
    )
    if (!others.length) throw new Refused('conflict', 'This is the last administrator; name another first.')
  }
  if (list === 'roles' && FIXED_ROLES.includes(id))
    throw new Refused('conflict', 'No desk is without this role; put another together.')
  if (list !== 'teams' && list !== 'queues') return
  const [first, ...more] = usesInDesign(edition.design, directory, list, id)
  if (first)
    throw new Refused(
      'conflict',
      `The edition in force sends work here (${first.place}${more.length ? ` and ${more.length} more` : ''}); publish one that does not, then put it away.`,
    )
}
