import { KINDS } from '../kinds'
import type { ListName } from '../list'
import type { World } from '../world'

/**
 * The id of something that is given by its id or its name.
 * @returns what is wrong where nothing is called so, or several are
 */
export function idOfGiven(given: string, list: ListName, world: World): { id: string } | { problem: string } {
  const wanted = given.trim()
  if (world.has(list, wanted)) return { id: world.standing(list, wanted) }
  const { name, plural } = KINDS[list]
  const [found, ...others] = world.named(list, wanted)
  if (found === undefined)
    return { problem: `there is no ${name} “${wanted}”; choose another, or add it first` }
  if (others.length)
    return {
      problem: `${others.length + 1} ${plural} are called “${wanted}”; give the id of the one you mean`,
    }
  return { id: found }
}

/** In a file a thing stands by its name, where that is enough to find it again. */
export function wordFor(id: string, list: ListName, world: World): string {
  const name = world.nameOf(list, id)
  const isPlain = !/[;:]/.test(name) && !world.has(list, name)
  return isPlain && world.named(list, name).length === 1 ? name : id
}

/** Several things in one field of a file. */
export const APART = '; '
export const partsOf = (text: string): string[] =>
  text
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean)
