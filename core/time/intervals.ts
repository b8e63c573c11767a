import type { Interval } from './instant'

/** Sorts intervals and joins those that overlap or touch; empty ones vanish. */
export function normalise(intervals: readonly Interval[]): Interval[] {
  const sorted = intervals.filter((one) => one.end > one.start).sort((a, b) => a.start - b.start)
  const joined: Interval[] = []
  for (const { start, end } of sorted) {
    const last = joined[joined.length - 1]
    if (last && start <= last.end) last.end = Math.max(last.end, end)
    else joined.push({ start, end })
  }
  return joined
}

export function union(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  return normalise([...a, ...b])
}

/** What lies in both. Both lists must be sorted and disjoint, as `normalise` leaves them. */
export function intersection(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const common: Interval[] = []
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const start = Math.max(a[i]!.start, b[j]!.start)
    const end = Math.min(a[i]!.end, b[j]!.end)
    if (end > start) common.push({ start, end })
    if (a[i]!.end < b[j]!.end) i++
    else j++
  }
  return common
}

/** What lies in `a` and not in `b`. Both lists must be sorted and disjoint. */
export function difference(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const rest: Interval[] = []
  for (const { start, end } of a) {
    let from = start
    for (const cut of b) {
      if (cut.end <= from) continue
      if (cut.start >= end) break
      if (cut.start > from) rest.push({ start: from, end: cut.start })
      from = Math.max(from, cut.end)
    }
    if (from < end) rest.push({ start: from, end })
  }
  return rest
}
