/**
 * A list in which one thing went some places on, or back where `by` is below 0; past an end it stops there.
 *
 * @param at the place of what goes, counted from 0
 * @example stepped(['a', 'b', 'c'], 0, 1) // ['b', 'a', 'c']
 */
export function stepped<T>(list: readonly T[], at: number, by: number): T[] {
  const next = [...list]
  const gone = next.splice(at, 1)
  next.splice(Math.max(0, at + by), 0, ...gone)
  return next
}
