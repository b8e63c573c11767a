import { isRecord } from '../lookup'
import { canonicalJson } from './canonical'

/** Where two people changed the very same part: as one has it, and as the other. */
export interface MergeConflict {
  /** The names of the parts, from the outside in; a thing of a list by its id. */
  path: string[]
  mine: unknown
  theirs: unknown
}

export interface Merged {
  value: unknown
  conflicts: MergeConflict[]
}

/** Which of both a part is where both changed it. */
export type Pick = (conflict: MergeConflict) => 'mine' | 'theirs'

const GONE = Symbol('gone')
type Part = unknown

const same = (a: Part, b: Part) =>
  a === b || (a !== GONE && b !== GONE && canonicalJson(a ?? null) === canonicalJson(b ?? null))

/**
 * Brings together what two people made of the same thing: each part that only one of them changed is as that one has
 * it. Lists whose things have an id (or a name) are brought together thing by thing, others as a whole.
 * @param before as it was for me
 * @param mine as I want it
 * @param theirs as it is now
 * @param pick which it is where both changed the same part; mine if left out
 * @returns the thing, and where both changed the same part
 */
export function mergeChanges(
  before: unknown,
  mine: unknown,
  theirs: unknown,
  pick: Pick = () => 'mine',
): Merged {
  const conflicts: MergeConflict[] = []
  const told: Told = (conflict) => {
    conflicts.push(conflict)
    return pick(conflict) === 'mine'
  }
  const value = merge({ before, mine, theirs }, [], told)
  return { value: value === GONE ? null : value, conflicts }
}

/** Told of a conflict. @returns whether it is as I want it */
type Told = (conflict: MergeConflict) => boolean

interface Three<T = Part> {
  before: T
  mine: T
  theirs: T
}

function merge({ before, mine, theirs }: Three, path: string[], told: Told): Part {
  if (same(mine, theirs) || same(before, theirs)) return mine
  if (same(before, mine)) return theirs
  if (isRecord(mine) && isRecord(theirs) && !isOtherSort(mine, theirs))
    return mergeRecords(isRecord(before) ? before : {}, mine, theirs, path, told)
  const lists = { before: keyed(before), mine: keyed(mine), theirs: keyed(theirs) }
  if (lists.before && lists.mine && lists.theirs)
    return mergeLists({ before: lists.before, mine: lists.mine, theirs: lists.theirs }, path, told)
  return told({ path, mine: shown(mine), theirs: shown(theirs) }) ? mine : theirs
}

/** Names that say what sort of thing it is: the rest of it goes with that. */
const SORTS = ['do', 'at', 'to', 'op', 'fact']

/** Whether two made things of different sorts of one, of which no part of the one fits the other. */
function isOtherSort(mine: Record<string, unknown>, theirs: Record<string, unknown>): boolean {
  const names = Object.keys(mine)
  const hasNoneInCommon = names.length > 0 && !names.some((name) => Object.hasOwn(theirs, name))
  return (
    (hasNoneInCommon && Object.keys(theirs).length > 0) ||
    SORTS.some((name) => Object.hasOwn(mine, name) && !same(mine[name], theirs[name]))
  )
}

const shown = (part: Part) => (part === GONE ? null : part)

function mergeRecords(
  before: Record<string, unknown>,
  mine: Record<string, unknown>,
  theirs: Record<string, unknown>,
  path: string[],
  told: Told,
): Record<string, unknown> {
  const of = (record: Record<string, unknown>, key: string): Part =>
    Object.hasOwn(record, key) ? record[key] : GONE
  const keys = new Set([...Object.keys(theirs), ...Object.keys(mine)])
  const entries = [...keys].flatMap((key): [string, unknown][] => {
    const three = { before: of(before, key), mine: of(mine, key), theirs: of(theirs, key) }
    const value = merge(three, [...path, key], told)
    return value === GONE ? [] : [[key, value]]
  })
  return Object.fromEntries(entries)
}

type Keyed = Map<string, unknown>

/** A list by the ids of its things; undefined where not all have one of their own. */
function keyed(list: unknown): Keyed | undefined {
  if (!Array.isArray(list)) return undefined
  const things = new Map<string, unknown>()
  for (const one of list as unknown[]) {
    const key = isRecord(one) ? (one.id ?? one.question ?? one.target ?? one.name) : undefined
    if (typeof key !== 'string' && typeof key !== 'number') return undefined
    things.set(String(key), one)
  }
  return things.size < list.length ? undefined : things
}

function mergeLists({ before, mine, theirs }: Three<Keyed>, path: string[], told: Told): unknown[] {
  const of = (list: Keyed, key: string): Part => (list.has(key) ? list.get(key) : GONE)
  const values = new Map<string, Part>()
  for (const key of new Set([...theirs.keys(), ...mine.keys()])) {
    const three = { before: of(before, key), mine: of(mine, key), theirs: of(theirs, key) }
    values.set(key, merge(three, [...path, key], told))
  }
  const orders = { before: [...before.keys()], mine: [...mine.keys()], theirs: [...theirs.keys()] }
  return orderOf(orders, path, told).flatMap((key) => {
    const value = values.get(key)
    return value === GONE || value === undefined ? [] : [value]
  })
}

/** The order of whoever changed it, with what the other put in after what it came after there. */
function orderOf({ before, mine, theirs }: Three<string[]>, path: string[], told: Told): string[] {
  const among = (list: string[], others: string[]) => list.filter((key) => others.includes(key))
  const moved = (list: string[]) => !same(among(list, before), among(before, list))
  const both = moved(mine) && moved(theirs) && !same(among(mine, theirs), among(theirs, mine))
  const isMine = both ? told({ path: [...path, '#order'], mine, theirs }) : moved(mine)
  const [base, other] = isMine ? [mine, theirs] : [theirs, mine]
  const order = [...base]
  other.forEach((key, index) => {
    if (order.includes(key)) return
    const after = other.slice(0, index).findLast((one) => order.includes(one))
    order.splice(after === undefined ? 0 : order.indexOf(after) + 1, 0, key)
  })
  return order
}
