import { boxIncludes, common, includes, meet, rest, union, type Box, type Stretches } from './boxes'

/** Work that a search may still do, in rows looked at; shared by the searches of one analysis. */
export interface Budget {
  left: number
}

/**
 * Looks for cases in a box that none of some boxes has. It goes through the dimensions one after the other with the
 * boxes that may still have the case, where the fewest are left first; what it found to be taken it does not look at
 * again.
 */
export class CoverSearch {
  /** The boxes that were needed to take everything, by their indexes; whole once nothing was found. */
  readonly used = new Set<number>()
  /** Whether the budget ran out: then nothing found does not mean that there is nothing. */
  isExhausted = false
  private readonly openFrom: number[]
  private readonly taken: Set<string>[]
  private readonly path: Stretches[] = []
  /** The box in which is looked: that which was asked for, or a part of it that has a case left if any part has. */
  private base: Box

  constructor(
    private readonly within: Box,
    private readonly boxes: readonly Box[],
    private readonly budget: Budget,
  ) {
    this.openFrom = boxes.map((box) => {
      let from = box.length
      while (from > 0 && includes(box[from - 1]!, within[from - 1]!)) from--
      return from
    })
    this.taken = within.map(() => new Set<string>())
    this.base = within
  }

  /** Some cases that no box has; undefined when there are none, or none were found in time. */
  find(): Box | undefined {
    const near = this.boxes.flatMap((box, index) =>
      box.every((set, at) => meet(set, this.within[at]!)) ? [index] : [],
    )
    return this.look(0, this.needed(near))
  }

  /**
   * The boxes that are needed. Where those that have only some of a dimension leave something of it that none of them has,
   * the others must take everything there, and there nothing tells them apart from elsewhere: so they take all or there
   * is a case left there, whatever those do.
   */
  private needed(near: readonly number[]): readonly number[] {
    let left = near
    for (const level of this.base.keys()) {
      const cutting = left.filter((index) => this.cuts(index, level))
      const apart = cutting.length ? outside(this.base[level]!, this.setsOf(cutting, level)) : []
      if (!apart.length) continue
      this.base = this.base.map((set, at) => (at === level ? apart : set))
      left = left.filter((index) => !cutting.includes(index))
    }
    // Without those that are gone, others may be needed no more.
    return left.length < near.length ? this.needed(left) : left
  }

  private setsOf(indexes: readonly number[], level: number): Stretches[] {
    return indexes.map((index) => this.boxes[index]![level]!)
  }

  private look(level: number, alive: readonly number[]): Box | undefined {
    const open = alive.find((index) => this.openFrom[index]! <= level)
    if (open !== undefined) {
      this.used.add(open)
      return undefined
    }
    if (!alive.length) return [...this.path.slice(0, level), ...this.base.slice(level)]
    if (!alive.some((index) => this.cuts(index, level))) {
      this.path[level] = this.base[level]!
      return this.look(level + 1, alive)
    }
    const key = alive.join()
    if (this.taken[level]!.has(key)) return undefined
    this.budget.left -= alive.length
    if (this.budget.left < 0) {
      this.isExhausted = true
      return undefined
    }
    for (const { set, rows } of this.pieces(level, alive)) {
      this.path[level] = set
      const found = this.look(level + 1, rows)
      if (found || this.isExhausted) return found
    }
    this.taken[level]!.add(key)
    return undefined
  }

  /** Whether a box has only some of a dimension. */
  private cuts(index: number, level: number): boolean {
    return level < this.openFrom[index]! && !includes(this.boxes[index]![level]!, this.within[level]!)
  }

  /** The stretches of a dimension that no box cuts, with the boxes that have them, the fewest first. */
  private pieces(level: number, alive: readonly number[]): { set: Stretches; rows: number[] }[] {
    const within = this.within[level]!
    const sets = this.setsOf(alive, level)
    const cuts = [...new Set([...within, ...sets.flat()])].sort((a, b) => a - b)
    const at = new Map(cuts.map((cut, index) => [cut, index]))
    const rows: number[][] = Array.from({ length: cuts.length - 1 }, () => [])
    sets.forEach((set, index) => {
      for (let s = 0; s < set.length; s += 2)
        for (let piece = at.get(set[s]!)!; piece < at.get(set[s + 1]!)!; piece++)
          rows[piece]!.push(alive[index]!)
    })
    this.budget.left -= rows.reduce((sum, one) => sum + one.length, 0)
    return rows
      .map((some, piece) => ({ set: [cuts[piece]!, cuts[piece + 1]!] as Stretches, rows: some }))
      .filter(({ set }) => includes(within, set))
      .sort((a, b) => a.rows.length - b.rows.length)
  }
}

/** What of a set is in none of some others. */
const outside = (within: Stretches, sets: readonly Stretches[]): Stretches =>
  common(within, rest(union(sets), within.at(-1) ?? 0))

/**
 * The boxes that together have all cases of one, as few as will do, by their indexes.
 * @param others in their order: where several will do, the later are left out
 * @returns without `by` where some case is left, or where the budget ran out
 */
export function takersOf(
  box: Box,
  others: readonly Box[],
  budget: Budget,
): { by?: number[]; isExhausted: boolean } {
  const alone = others.findIndex((one) => boxIncludes(one, box))
  if (alone >= 0) return { by: [alone], isExhausted: false }
  const search = new CoverSearch(box, others, budget)
  const isFree = search.find() !== undefined
  if (isFree || search.isExhausted) return { isExhausted: search.isExhausted }
  let by = [...search.used].sort((a, b) => a - b)
  for (const other of [...by].reverse()) {
    const fewer = by.filter((one) => one !== other)
    const again = new CoverSearch(
      box,
      fewer.map((index) => others[index]!),
      budget,
    )
    if (!again.find() && !again.isExhausted) by = fewer
  }
  return { by, isExhausted: false }
}
