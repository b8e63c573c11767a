import { namedBy } from './change'
import { KINDS } from './kinds'
import { LIST_NAMES, type ListName } from './list'
import type { World } from './world'

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

/** Everything in the directory that names a thing, so that whoever puts it away sees whom that touches. */
export function usesInDirectory(list: ListName, id: string, world: World): NamedIn[] {
  return LIST_NAMES.flatMap((other) =>
    Object.entries(KINDS[other].fields).flatMap(([name, field]): NamedIn[] => {
      if (!('of' in field) || field.type === 'extra' || field.of !== list) return []
      const found = [...world.each(other)].filter((one) => namedBy(field, one.values[name]).includes(id))
      if (!found.length) return []
      const first = found
        .slice(0, SHOWN)
        .map((one) => ({ id: one.id, name: world.nameOf(other, one.id), active: one.active }))
      return [{ list: other, field: name, count: found.length, first }]
    }),
  )
}
