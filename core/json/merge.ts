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
 * @returns the thing, and where both changed the same part; there it is as I want it
 */
export function mergeChanges(before: unknown, mine: unknown, theirs: unknown): Merged {
  const conflicts: MergeConflict[] = []
  const value = merge({ before, mine, theirs }, [], conflicts)
  return { value: value === GONE ? null : value, conflicts }
}

interface Three<T = Part> {
  before: T
  mine: T
  theirs: T
}

function merge({ before, mine, theirs }: Three, path: string[], conflicts: MergeConflict[]): Part {
  if (same(mine, theirs) || same(before, theirs)) return mine
  if (same(before, mine)) return theirs
  if (isRecord(mine) && isRecord(theirs))
    return mergeRecords(isRecord(before) ? before : {}, mine, theirs, path, conflicts)
  const lists = { before: keyed(before), mine: keyed(mine), theirs: keyed(theirs) }
  if (lists.before && lists.mine && lists.theirs)
    return mergeLists({ before: lists.before, mine: lists.mine, theirs: lists.theirs }, path, conflicts)
  conflicts.push({ path, mine: shown(mine), theirs: shown(theirs) })
  return mine
}

const shown = (part: Part) => (part === GONE ? null : part)

function mergeRecords(
  before: Record<string, unknown>,
  mine: Record<string, unknown>,
  theirs: Record<string, unknown>,
  path: string[],
  conflicts: MergeConflict[],
): Record<string, unknown> {
  const of = (record: Record<string, unknown>, key: string): Part =>
    Object.hasOwn(record, key) ? record[key] : GONE
  const keys = new Set([...Object.keys(theirs), ...Object.keys(mine)])
  const entries = [...keys].flatMap((key): [string, unknown][] => {
    const three = { before: of(before, key), mine: of(mine, key), theirs: of(theirs, key) }
    const value = merge(three, [...path, key], conflicts)
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

function mergeLists(
  { before, mine, theirs }: Three<Keyed>,
  path: string[],
  conflicts: MergeConflict[],
): unknown[] {
  const of = (list: Keyed, key: string): Part => (list.has(key) ? list.get(key) : GONE)
  const values = new Map<string, Part>()
  for (const key of new Set([...theirs.keys(), ...mine.keys()])) {
    const three = { before: of(before, key), mine: of(mine, key), theirs: of(theirs, key) }
    values.set(key, merge(three, [...path, key], conflicts))
  }
  const orders = { before: [...before.keys()], mine: [...mine.keys()], theirs: [...theirs.keys()] }
  return orderOf(orders, path, conflicts).flatMap((key) => {
    const value = values.get(key)
    return value === GONE || value === undefined ? [] : [value]
  })
}

/** The order of whoever changed it, with what the other put in after what it came after there. */
function orderOf(
  { before, mine, theirs }: Three<string[]>,
  path: string[],
  conflicts: MergeConflict[],
): string[] {
  const among = (list: string[], others: string[]) => list.filter((key) => others.includes(key))
  const moved = (list: string[]) => !same(among(list, before), among(before, list))
  const both = moved(mine) && moved(theirs) && !same(among(mine, theirs), among(theirs, mine))
  if (both) conflicts.push({ path: [...path, '#order'], mine, theirs })
  const [base, other] = moved(mine) ? [mine, theirs] : [theirs, mine]
  const order = [...base]
  other.forEach((key, index) => {
    if (order.includes(key)) return
    const after = other.slice(0, index).findLast((one) => order.includes(one))
    order.splice(after === undefined ? 0 : order.indexOf(after) + 1, 0, key)
  })
  return order
}
