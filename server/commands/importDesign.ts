import { setImmediate } from 'node:timers/promises'
import { messageOf } from '../../core/error/messageOf'
import {
  changesInWords,
  Directory,
  hoursToKeep,
  lackOf,
  likelyMatch,
  mappedDesign,
  placeInWords,
  proofread,
  readNamedDesign,
  referencesLacking,
  thingsIn,
  type Decide,
  type Design,
  type DesignFile,
  type DirectoryThing,
  type Lack,
} from '../../core/design'
import type { ListName } from '../../core/directory'
import { Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Trx } from '../db/connection'
import { loadDirectory } from '../db/knowledge'
import { draftPage } from '../queries/draft'
import type { Desk } from './desk'
import { makeWithin, worldOf, type By } from './directory'
import { misfits, replaceWithin } from './draft'
import { directoryChanged } from './people'

/** What something that a file names and that is not here becomes: one that is here, a new one, or nothing. */
export interface Matching {
  what: DirectoryThing
  /** How the file calls it. */
  id: string
  /** Which one here; left out if null. */
  to?: string | null
  /** What the new one is called, and what else one must have. */
  make?: { name: string; mail?: string; organisation?: string }
}

const LISTS: Readonly<Record<DirectoryThing, ListName>> = {
  team: 'teams',
  queue: 'queues',
  desk: 'desks',
  person: 'people',
  organisation: 'organisations',
  site: 'sites',
  role: 'roles',
}

/** What a design file would change in the draft, what in it is not here, and what becomes of that. Nothing is changed. */
export async function previewFile(desk: Desk, text: string, matches: readonly Matching[] = []) {
  const file = readWhole(text)
  const [page, directory] = await Promise.all([draftPage(desk), desk.knowledge.directory()])
  const lacking = await matched(desk, file, { matches, directory })
  const said = saidOf(lacking)
  const { design, kept } = fitted(file, { matches: said, own: page.design, directory })
  const known = withMade(directory, said, page.design)
  return {
    version: page.version,
    changes: changesInWords(page.design, design, known),
    findings: proofread(design, known).map((one) => ({ ...one, where: placeInWords(design, one.place) })),
    lacking,
    /** Names of the hours that come along, since sites or agreements here count in them. */
    kept,
  }
}

/** What the file names and is not here, each with what becomes of it; null where nobody has said anything. */
async function matched(
  desk: Desk,
  file: DesignFile,
  { matches, directory }: { matches: readonly Matching[]; directory: Directory },
) {
  const remembered = await rememberedOf(desk, file)
  const found: (Lack & { match: Matching | null })[] = []
  for (const one of referencesLacking(file.design, directory)) {
    const lack = lackOf(file.design, one, { directory, names: file.names })
    found.push({ ...lack, match: matchOf(lack, { matches, remembered, directory }) ?? null })
    // A large design takes a while; others are served in between.
    await setImmediate()
  }
  return found
}

const saidOf = (lacking: readonly { match: Matching | null }[]) => lacking.flatMap((one) => one.match ?? [])

/** What becomes of something: as it was said now, as it was last time, or what is likely meant. */
function matchOf(
  lack: Lack,
  {
    matches,
    remembered,
    directory,
  }: { matches: readonly Matching[]; remembered: readonly Matching[]; directory: Directory },
): Matching | undefined {
  const { what, id } = lack
  const isIt = (one: Matching) => one.what === what && one.id === id
  const said = matches.find(isIt)
  if (said) return said
  const before = remembered.find(isIt)
  if (before && (before.to === null ? !lack.isNeeded : thingsIn(directory, what).has(before.to ?? '')))
    return before
  const to = likelyMatch(lack, directory)
  return to === undefined ? undefined : { what, id, to }
}

/** The design of a file in the words of this installation, with the hours that it must have. */
function fitted(
  { design: theirs }: DesignFile,
  { matches, own, directory }: { matches: readonly Matching[]; own: Design; directory: Directory },
): { design: Design; kept: string[] } {
  const said = new Map(matches.map((one) => [`${one.what} ${one.id}`, one]))
  const decide: Decide = (what, id) => {
    const one = said.get(`${what} ${id}`)
    return one?.to === null ? undefined : (one?.to ?? id)
  }
  const mapped = mappedDesign(theirs, decide)
  const hours = hoursToKeep(mapped, own, directory)
  return {
    design: { ...mapped, calendars: [...mapped.calendars, ...hours] },
    kept: hours.map((one) => one.name),
  }
}

/** The directory as it would be with what is made; each has the name of the file until it has its own. */
function withMade(directory: Directory, matches: readonly Matching[], { desk }: Design): Directory {
  const made = matches.filter((one) => one.make)
  if (!made.length) return directory
  const of = (sort: DirectoryThing) =>
    made.filter((one) => one.what === sort).map(({ id, make }) => ({ id, name: make!.name }))
  const { data } = directory
  const { zone, calendar } = desk
  return new Directory({
    ...data,
    teams: [...data.teams, ...of('team')],
    queues: [...(data.queues ?? []), ...of('queue')],
    desks: [...(data.desks ?? []), ...of('desk').map((one) => ({ ...one, leads: [] }))],
    organisations: [...data.organisations, ...of('organisation')],
    sites: [...data.sites, ...of('site').map((one) => ({ ...one, zone, calendar, organisation: '' }))],
    people: [
      ...data.people,
      ...of('person').map((one) => ({ ...one, zone, mail: '', role: 'technician', active: true, teams: [] })),
    ],
  })
}

/**
 * Takes a design file into the draft: what is to be made is made, and what was said is remembered for the next file of that
 * desk. All of it or nothing.
 * @param version of the draft that was seen; refused when somebody has changed it since
 * @throws Refused invalid when proofreading finds errors: a reference that is lost on the way is never dropped silently
 */
export async function takeFile(
  desk: Desk,
  { text, version, matches = [] }: { text: string; version: number; matches?: readonly Matching[] },
  person: string,
  by: By,
) {
  const file = readWhole(text)
  const [{ design: own }, known] = await Promise.all([draftPage(desk), desk.knowledge.directory()])
  const said = saidOf(await matched(desk, file, { matches, directory: known }))
  const made = await desk.db.transaction().execute(async (trx) => {
    const fresh = await makeAll(trx, desk, said, by)
    const directory = fresh.length ? new Directory(await loadDirectory(trx)) : known
    const resolved = said.map((one) => fresh.find((other) => other.of === one)?.match ?? one)
    const { design } = fitted(file, { matches: resolved, own, directory })
    await replaceWithin(trx, { desk, directory }, { design, version, person })
    await remember(trx, file, resolved)
    return fresh
  })
  if (made.length)
    await directoryChanged(
      desk,
      made.map(({ match }) => [LISTS[match.what], match.to!]),
    )
  return draftPage(desk)
}

/** Makes what is to be made, each once. */
async function makeAll(trx: Trx, desk: Desk, matches: readonly Matching[], by: By) {
  const world = await worldOf(desk)
  const { zone, calendar } = (await desk.knowledge.currentEdition()).design.desk
  const made: { of: Matching; match: { what: DirectoryThing; id: string; to: string } }[] = []
  for (const one of matches) {
    if (!one.make) continue
    const { what, id, make } = one
    if (what === 'role')
      throw new Refused('invalid', `Roles are composed under People and access: ${make.name} first.`)
    const given = {
      name: make.name,
      ...(what === 'person' && { mail: make.mail ?? null, role: 'technician' }),
      ...(what === 'site' && { organisation: make.organisation ?? null, zone, calendar }),
    }
    const to = await makeWithin(trx, desk, { list: LISTS[what], given }, by, world)
    made.push({ of: one, match: { what, id, to } })
  }
  return made
}

async function rememberedOf(desk: Desk, { design }: DesignFile): Promise<Matching[]> {
  const rows = await desk.db
    .selectFrom('design_match')
    .select(['what', 'theirs', 'ours'])
    .where('source', '=', design.desk.name)
    .execute()
  return rows.map(({ what, theirs, ours }) => ({ what: what as DirectoryThing, id: theirs, to: ours }))
}

async function remember(trx: Trx, { design }: DesignFile, matches: readonly Matching[]): Promise<void> {
  if (!matches.length) return
  const at = deskNow()
  await trx
    .insertInto('design_match')
    .values(
      matches.map(({ what, id, to = null }) => ({
        ...{ source: design.desk.name, what, theirs: id, ours: to, at },
      })),
    )
    .onConflict((on) =>
      on
        .columns(['source', 'what', 'theirs'])
        .doUpdateSet((e) => ({ ours: e.ref('excluded.ours'), at: e.ref('excluded.at') })),
    )
    .execute()
}

function readWhole(text: string): DesignFile {
  const file = readOrRefuse(text)
  const fields = misfits(file.design)
  if (fields.length) throw new Refused('invalid', 'This is not a whole design; nothing was changed.', fields)
  return file
}

function readOrRefuse(text: string): DesignFile {
  try {
    return readNamedDesign(text)
  } catch (error) {
    throw new Refused('invalid', 'This file cannot be read.', [{ field: 'text', message: messageOf(error) }])
  }
}
