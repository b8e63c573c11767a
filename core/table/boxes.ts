/**
 * A set of atoms: starts and ends (not included) of its stretches, in order. Most sets are all of a dimension, and are the
 * very same then, so that is asked first.
 */
export type Stretches = readonly number[]

/** A set of cases: in each dimension the atoms that are in it. */
export type Box = readonly Stretches[]

export const isEmptySet = (set: Stretches) => set.length === 0

/** Whether two sets have something in common. */
export function meet(a: Stretches, b: Stretches): boolean {
  if (a === b) return a.length > 0
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    if (a[i]! < b[j + 1]! && b[j]! < a[i + 1]!) return true
    if (a[i + 1]! < b[j + 1]!) i += 2
    else j += 2
  }
  return false
}

/** Whether all of `inner` is in `outer`. */
export function includes(outer: Stretches, inner: Stretches): boolean {
  if (outer === inner) return true
  let at = 0
  for (let i = 0; i < inner.length; i += 2) {
    while (at < outer.length && outer[at + 1]! < inner[i + 1]!) at += 2
    if (at >= outer.length || outer[at]! > inner[i]!) return false
  }
  return true
}

/** What is in both. */
export function common(a: Stretches, b: Stretches): Stretches {
  if (a === b) return a
  const found: number[] = []
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const from = Math.max(a[i]!, b[j]!)
    const to = Math.min(a[i + 1]!, b[j + 1]!)
    if (from < to) found.push(from, to)
    if (a[i + 1]! < b[j + 1]!) i += 2
    else j += 2
  }
  return found
}

/** What is in `set` of `size` atoms turned round. */
export function rest(set: Stretches, size: number): Stretches {
  const ends = [0, ...set, size]
  const found: number[] = []
  for (let at = 0; at < ends.length; at += 2)
    if (ends[at]! < ends[at + 1]!) found.push(ends[at]!, ends[at + 1]!)
  return found
}

/** Everything that is in any of some sets. */
export function union(sets: readonly Stretches[]): Stretches {
  const pairs: [number, number][] = []
  for (const set of sets) for (let at = 0; at < set.length; at += 2) pairs.push([set[at]!, set[at + 1]!])
  pairs.sort((a, b) => a[0] - b[0])
  const found: number[] = []
  for (const [from, to] of pairs)
    if (found.length && from <= found.at(-1)!) found[found.length - 1] = Math.max(found.at(-1)!, to)
    else found.push(from, to)
  return found
}

export const boxesMeet = (a: Box, b: Box) => a.every((set, at) => meet(set, b[at]!))
export const boxIncludes = (outer: Box, inner: Box) => outer.every((set, at) => includes(set, inner[at]!))

/** Whether all of a box is in some boxes taken together. */
export function isCovered(box: Box, by: readonly Box[]): boolean {
  const near = by.filter((one) => boxesMeet(one, box))
  if (near.some((one) => boxIncludes(one, box))) return true
  const [first, ...others] = near
  if (!first) return false
  // What the first leaves over is cut off it side by side; each piece must be in the others.
  let left = box
  for (const [at, set] of first.entries()) {
    if (includes(set, left[at]!)) continue
    const outside = common(left[at]!, rest(set, end(left[at]!)))
    if (!isEmptySet(outside) && !isCovered(replace(left, at, outside), others)) return false
    left = replace(left, at, common(left[at]!, set))
  }
  return true
}

const end = (set: Stretches) => set.at(-1) ?? 0
const replace = (box: Box, at: number, set: Stretches): Box =>
  box.map((one, index) => (index === at ? set : one))
