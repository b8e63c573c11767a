import { boxesMeet, common, includes, isCovered, meet, rest, union, type Box, type Stretches } from './boxes'
import { CoverSearch, takersOf, type Budget } from './cover'

/** More than anybody reads. */
const MOST_GAPS = 40

/** What is asked: the cases among which gaps are looked for, and those that are taken. */
export interface GapSearch {
  within: Box
  /** How many atoms each dimension has. */
  sizes: readonly number[]
  taken: readonly Box[]
  /** Cases that there are not, whoever takes them: no gap, though one may be told so widely that it has them too. */
  impossible?: readonly Box[]
  budget: Budget
}

/**
 * The cases that no box takes, as few boxes as will do: gaps are looked for one after the other, each made as wide as can
 * be before the next.
 * @returns `isComplete` is false where there are more than anybody reads, or the budget ran out
 */
export function gapsOf(asked: GapSearch): { boxes: Box[]; isComplete: boolean } {
  const { within, taken, impossible = [], budget } = asked
  const near = taken.filter((box) => boxesMeet(box, within))
  const primes: Box[] = []
  let isComplete = false
  while (primes.length < MOST_GAPS) {
    const search = new CoverSearch(within, [...near, ...impossible, ...primes], budget)
    const found = search.find()
    isComplete = !found && !search.isExhausted
    if (!found) break
    primes.push(widened(found, near, asked))
  }
  // What a gap has left once another one tells of the rest may be nothing that there is.
  const isReal = (box: Box) => !impossible.length || !takersOf(box, impossible, budget).by
  return { boxes: trimmed(fewest(primes), within).filter(isReal), isComplete }
}

/** Makes a box of untaken cases as wide as can be, dimension by dimension. */
function widened(box: Box, taken: readonly Box[], { within, sizes }: GapSearch): Box {
  const wide = [...box]
  for (let at = wide.length - 1; at >= 0; at--) {
    const inWay = taken.filter((one) => one.every((set, other) => other === at || meet(set, wide[other]!)))
    wide[at] = common(within[at]!, rest(union(inWay.map((one) => one[at]!)), sizes[at]!))
  }
  return wide
}

export function lengthOf(set: Stretches): number {
  let sum = 0
  for (let at = 0; at < set.length; at += 2) sum += set[at + 1]! - set[at]!
  return sum
}

const volume = (box: Box) => box.reduce((sum, set) => sum + Math.log(lengthOf(set)), 0)

/** Leaves out boxes that the others cover together, the narrowest first. */
function fewest(boxes: Box[]): Box[] {
  const narrowFirst = [...boxes].sort((a, b) => volume(a) - volume(b))
  return narrowFirst.reduce((kept, box) => {
    const others = kept.filter((one) => one !== box)
    return isCovered(box, others) ? others : kept
  }, narrowFirst)
}

/**
 * Takes from each box what another one takes anyway, where a box is left and asks no more facts than before: so that no
 * case is told twice.
 */
function trimmed(boxes: Box[], everything: Box): Box[] {
  const left = [...boxes]
  for (const [index, box] of left.entries())
    for (const [other, taker] of left.entries()) {
      const own = left[index]!
      const apart = own.flatMap((set, at) => (includes(taker[at]!, set) ? [] : [at]))
      if (other === index || apart.length !== 1) continue
      const at = apart[0]!
      if (includes(own[at]!, everything[at]!)) continue
      const rests = common(own[at]!, rest(taker[at]!, Math.max(...box[at]!, ...taker[at]!)))
      if (rests.length) left[index] = own.map((set, place) => (place === at ? rests : set))
    }
  return left
}
