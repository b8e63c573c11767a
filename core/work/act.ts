import type { StatusGroup } from '../lifecycle'

/** Where an act leads a ticket. */
export interface Leads {
  status: string
  group: StatusGroup
  /** Whether tickets end there that are not worked on. */
  isAway: boolean
}

/** Something that can be done to a ticket: a move of somebody's shelf, or a way of its lifecycle. */
export interface Act {
  id: string
  /** A verb. */
  name: string
  /** The letter that the lead gave it. */
  key?: string | null
  /** Why it cannot be done now. */
  whyNot?: string
  /** Where it leads; nothing where the status stays. */
  leads?: Leads | null
}

/**
 * Moves and ways as one set: what a move does with its status is not offered once more.
 * @param moves of somebody's shelf, in its order
 * @param ways from where the ticket is, in the order of its lifecycle
 * @example actsOf([start], [takeInHand, callOff]) // start, call off: both of the first lead into “In hand”
 */
export function actsOf<M extends Act, W extends Act>(moves: readonly M[], ways: readonly W[]): (M | W)[] {
  const led = new Set(moves.flatMap((one) => (one.whyNot === undefined ? (one.leads?.status ?? []) : [])))
  const left = ways.filter((way) => !led.has(way.leads?.status ?? ''))
  const shut = (move: M) => move.whyNot !== undefined && left.some((way) => way.name === move.name)
  return [...moves.filter((move) => !shut(move)), ...left]
}

/** Where work goes on from a status of each group: a ticket that has ended goes nowhere. */
const ONWARD: Record<StatusGroup, StatusGroup | undefined> = {
  new: 'active',
  active: 'done',
  waiting: 'active',
  done: undefined,
}

/** The likely next step: the first act that brings a ticket on, never one that calls it off. */
export function nextAct<A extends Act>(group: StatusGroup, acts: readonly A[]): A | undefined {
  const goal = ONWARD[group]
  return acts.find(
    ({ whyNot, leads }) =>
      whyNot === undefined && goal !== undefined && leads?.group === goal && !leads.isAway,
  )
}

/** Something that a key does: what it is called, and the key that it would like. */
export interface Keyed {
  id: string
  name: string
  key?: string | null
}

/**
 * A key for each act: the one it has, else its first letter with Shift, else the next letter of its name that is free.
 * @param taken keys that do something else, as `r` or `Shift x`
 * @returns keys by id; none for an act whose letters are all taken
 * @example keysOf([{ id: 'solved', name: 'Solve' }], new Set()) // { solved: 'Shift s' }
 */
export function keysOfActs(acts: readonly Keyed[], taken: ReadonlySet<string>): Record<string, string> {
  const used = new Set(taken)
  const keys: Record<string, string> = {}
  const give = (id: string, key: string | undefined) => {
    if (key === undefined || used.has(key)) return
    used.add(key)
    keys[id] = key
  }
  for (const { id, key } of acts) give(id, key ?? undefined)
  for (const { id, name } of acts) {
    if (keys[id] !== undefined) continue
    const letters = name.toLowerCase().match(/[a-z]/g) ?? []
    give(
      id,
      letters.map((letter) => `Shift ${letter}`).find((key) => !used.has(key)),
    )
  }
  return keys
}
