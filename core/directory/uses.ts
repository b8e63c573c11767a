import { KINDS } from './kinds'
import { LIST_NAMES, type ListName } from './list'
import type { DirectoryWorld } from './worldOf'

/** What of one list names a thing in one of its fields. */
export interface NamedIn {
  list: ListName
  field: string
  /** How many do, put away or not. */
  count: number
  /** The first of them. */
  first: { id: string; name: string; active: boolean }[]
}

const SHOWN = 8

/** The fields in which things of a list are named. */
export const FIELDS_NAMING: ReadonlyMap<ListName, readonly { list: ListName; field: string }[]> = new Map(
  LIST_NAMES.map((of) => [
    of,
    LIST_NAMES.flatMap((list) =>
      Object.entries(KINDS[list].fields).flatMap(([field, one]) =>
        'of' in one && one.type !== 'extra' && one.of === of ? [{ list, field }] : [],
      ),
    ),
  ]),
)

/** Everything in the directory that names a thing, so that whoever puts it away sees whom that touches. */
export function usesInDirectory(of: ListName, id: string, world: DirectoryWorld): NamedIn[] {
  return (FIELDS_NAMING.get(of) ?? []).flatMap(({ list, field }): NamedIn[] => {
    const found = world.naming(list, field, id)
    if (!found.length) return []
    const first = found
      .slice(0, SHOWN)
      .map((one) => ({ id: one, name: world.nameOf(list, one), active: world.isActive(list, one) }))
    return [{ list, field, count: found.length, first }]
  })
}
