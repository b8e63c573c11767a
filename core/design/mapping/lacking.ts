import { sharedWith } from '../../json'
import type { Design } from '../design'
import { changesInWords, type ChangeInWords } from '../differences'
import type { Directory } from '../directory'
import type { DirectoryThing } from './conditions'
import { mappedDesign } from './mapping'

/** Something of the directory that a design names. */
export interface DirectoryReference {
  what: DirectoryThing
  id: string
}

/** Everything of the directory that a design names, once each, in the order in which it is named. */
export function referencesOf(design: Design): DirectoryReference[] {
  const found = new Map<string, DirectoryReference>()
  mappedDesign(design, (what, id) => {
    found.set(`${what} ${id}`, { what, id })
    return id
  })
  return [...found.values()]
}

/** The names of what a file refers to, by sort and id, so that whoever reads it elsewhere knows what is meant. */
export type NamesInFile = Partial<Record<DirectoryThing, Record<string, string>>>

const LIST_OF = {
  team: 'teams',
  queue: 'queues',
  desk: 'desks',
  person: 'people',
  organisation: 'organisations',
  site: 'sites',
  role: 'roles',
} as const satisfies Record<DirectoryThing, keyof Directory>

/** What of one sort a directory has, by its id. */
export const thingsIn = (
  directory: Directory,
  what: DirectoryThing,
): ReadonlyMap<string, { id: string; name: string; active?: boolean }> => directory[LIST_OF[what]]

/** The names of everything that a design refers to and a directory has. */
export function namesInFile(design: Design, directory: Directory): NamesInFile {
  const names: NamesInFile = {}
  for (const { what, id } of referencesOf(design)) {
    const name = thingsIn(directory, what).get(id)?.name
    if (name !== undefined) names[what] = { ...names[what], [id]: name }
  }
  return names
}

/** Something that a design names and a directory lacks. */
export interface Lack extends DirectoryReference {
  /** How it is called where the design comes from, if that is told. */
  name?: string
  /** Whether the design cannot do without it. */
  isNeeded: boolean
  /** What is gone or otherwise where it is left out. */
  without: ChangeInWords[]
}

/** More than anybody matches by hand; a design of another world altogether is no case for it. */
export const MOST_LACKING = 200

/** What a design names and a directory lacks, once each, as far as anybody matches it. */
export const referencesLacking = (design: Design, directory: Directory): DirectoryReference[] =>
  referencesOf(design)
    .filter(({ what, id }) => !thingsIn(directory, what).has(id))
    .slice(0, MOST_LACKING)

/**
 * Something that is lacking, with what leaving it out would come to. Of a large design that takes a while.
 * @param names as the file tells them
 */
export function lackOf(
  design: Design,
  one: DirectoryReference,
  { directory, names = {} }: { directory: Directory; names?: NamesInFile },
): Lack {
  const name = names[one.what]?.[one.id]
  // What is not touched stays the very same, and is not compared.
  const left = sharedWith(design, leftOut(design, one))
  return {
    ...one,
    ...(name !== undefined && { name }),
    isNeeded: referencesOf(left).some((other) => isSame(other, one)),
    without: changesInWords(design, left, directory),
  }
}

const isSame = (one: DirectoryReference, other: DirectoryReference) =>
  one.what === other.what && one.id === other.id

const leftOut = (design: Design, gone: DirectoryReference): Design =>
  mappedDesign(design, (what, id) => (isSame({ what, id }, gone) ? undefined : id))

/**
 * What a directory has that is likely to be meant: the one of the same sort with the same name.
 * @returns its id
 */
export function likelyMatch({ what, name }: Lack, directory: Directory): string | undefined {
  if (name === undefined) return undefined
  const same = [...thingsIn(directory, what).values()].filter(
    (one) => one.active !== false && one.name.toLowerCase() === name.toLowerCase(),
  )
  return same.length === 1 ? same[0]!.id : undefined
}
