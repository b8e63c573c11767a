import { messageOf } from '../error/messageOf'
import { isRecord, keysOf } from '../lookup'
import type { TRIAGE_PARTS, Design } from './design'
import { LISTS } from './design'
import { hasAny, readNamedDesign, type DesignFile } from './file'
import type { NamesInFile } from './mapping'
import { READ_VERSIONS } from './upgrade'

// A design as a folder, one file for each article, so that version control shows who changed which article.

/** What each file holds: lists of the design, or parts of its triage. */
const FILES = {
  'catalog.json': ['groups', 'items', 'forms', 'questions'],
  'kinds.json': ['kinds', 'fields'],
  'triage/categories.json': ['categories'],
  'triage/priorities.json': ['priorities'],
  'triage/what-it-is.json': ['triage.what'],
  'triage/how-bad.json': ['triage.weight', 'triage.matrix'],
  'triage/source-order.json': ['triage.sourceOrder', 'triage.teamOrders', 'triage.departments'],
  'triage/where-it-goes.json': ['triage.routing', 'triage.otherwise'],
  'triage/who-knows-what.json': ['triage.skills'],
  'triage/who-gets-it.json': ['triage.assignment'],
  'triage/signals.json': ['triage.signals'],
  'triage/past-tickets.json': ['triage.learnt'],
  'triage/similar.json': ['triage.similar'],
  'working-time.json': ['calendars'],
  'service-levels.json': ['serviceLevels'],
  'ladders.json': ['ladders', 'rotas', 'webhooks'],
  'moves.json': ['moves', 'shelves', 'checklists', 'savedReplies', 'layouts'],
  'plans.json': ['plans'],
  'messages.json': ['templates'],
  'portals.json': ['portals'],
  'partners.json': ['exchanges'],
  'languages.json': ['translations'],
  'kept.json': ['kept'],
  'names.json': ['names'],
} as const satisfies Readonly<
  Record<string, readonly ((typeof LISTS)[number] | 'names' | `triage.${(typeof TRIAGE_PARTS)[number]}`)[]>
>

/** The file that says what the folder is, with the settings of the desk. */
export const HEAD = 'design.json'

/** The names of all files that a folder may have, as they lie in it. */
export const FOLDER_FILES: readonly string[] = [HEAD, ...Object.keys(FILES)]

const written = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`

/**
 * Writes a design as the files of a folder.
 * @param names of what it refers to, for whoever reads it elsewhere
 * @returns text by file name; what holds nothing has no file
 */
export function designFolder(
  { format, version, desk, triage, ...lists }: Design,
  names: NamesInFile = {},
): Map<string, string> {
  const files = new Map([[HEAD, written({ format, version, desk })]])
  const parts: Readonly<Record<string, unknown>> = {
    ...lists,
    ...prefixed(triage),
    ...(hasAny(names) && { names }),
  }
  for (const name of keysOf(FILES)) {
    const held = FILES[name].flatMap((key) => {
      const value = parts[key]
      const isEmpty = value === undefined || (Array.isArray(value) && !value.length)
      return isEmpty ? [] : [[key.replace(/^triage\./, ''), value] as const]
    })
    if (held.length) files.set(name, written(Object.fromEntries(held)))
  }
  return files
}

const prefixed = (triage: Design['triage']) =>
  Object.fromEntries(Object.entries(triage).map(([key, value]) => [`triage.${key}`, value]))

/**
 * Reads the files of a folder; one of an earlier version comes in the words of this one.
 * @param files text by file name
 * @throws RangeError naming the file that is missing, is none of a design, or holds what it should not
 */
export function readDesignFolder(files: ReadonlyMap<string, string>): DesignFile {
  const head = files.get(HEAD)
  if (head === undefined) throw new RangeError(`this is no folder of a design: it has no ${HEAD}`)
  const whole: Record<string, unknown> = { ...recordIn(HEAD, head) }
  // What holds nothing has no file; an older design may not have had it at all.
  if (whole.version === READ_VERSIONS.at(-1)) for (const list of LISTS) whole[list] = []
  const triage: Record<string, unknown> = {}
  for (const [name, text] of files) if (name !== HEAD) take(name, recordIn(name, text), whole, triage)
  return readNamedDesign(JSON.stringify({ ...whole, triage }))
}

function take(
  name: string,
  held: Readonly<Record<string, unknown>>,
  whole: Record<string, unknown>,
  triage: Record<string, unknown>,
): void {
  const keys: readonly string[] | undefined = FILES[name as keyof typeof FILES]
  if (!keys) throw new RangeError(`${name} is no file of a design; there are ${FOLDER_FILES.join(', ')}`)
  for (const [key, value] of Object.entries(held)) {
    if (keys.includes(`triage.${key}`)) triage[key] = value
    else if (keys.includes(key)) whole[key] = value
    else throw new RangeError(`${name} holds “${key}”, which does not belong there`)
  }
}

function recordIn(name: string, text: string): Record<string, unknown> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    throw new RangeError(`${name} is not JSON: ${messageOf(error)}`, { cause: error })
  }
  if (!isRecord(value)) throw new RangeError(`${name} is no object with names`)
  return value
}
