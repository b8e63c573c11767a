import { isRecord } from '../lookup'

/**
 * A value with every part that says the same as before taken from there, so that whoever asks whether something changed
 * need not look into it: what is the very same is unchanged.
 * @param before plain data, not changed
 * @param after plain data, not changed
 * @returns `before` itself where both say the same
 * @example
 * const before = { a: [1, 2], b: { c: 3 } }
 * const after = sharedWith(before, { a: [1, 2], b: { c: 4 } })
 * after.a === before.a // true
 */
export function sharedWith<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after
  if (Array.isArray(after)) return Array.isArray(before) ? (sharedList(before, after) as T) : after
  if (!isRecord(before) || !isRecord(after)) return after
  return sharedRecord(before, after) as T
}

/** Things of a list that moved are found again by their id or name. */
const idOf = (thing: unknown): unknown => (isRecord(thing) ? (thing.id ?? thing.name) : undefined)

function sharedList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  const byId = new Map(before.map((one) => [idOf(one), one]))
  const shared = after.map((one, at) => {
    const id = idOf(one)
    return sharedWith(id === undefined ? before[at] : byId.get(id), one)
  })
  const isSame = shared.length === before.length && shared.every((one, at) => Object.is(one, before[at]))
  return isSame ? before : shared
}

function sharedRecord(
  before: Readonly<Record<string, unknown>>,
  after: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> {
  const parts = Object.entries(after).map(([key, one]) => {
    const was = Object.hasOwn(before, key)
    const part = was ? sharedWith(before[key], one) : one
    return { key, part, isSame: was && Object.is(part, before[key]) }
  })
  if (parts.length === Object.keys(before).length && parts.every((one) => one.isSame)) return before
  return Object.fromEntries(parts.map(({ key, part }) => [key, part]))
}
