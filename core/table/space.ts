import { isTest, partsOf, testsOf, type Condition, type Test } from '../condition'
import { boxesMeet, boxIncludes, common, includes, rest, type Box } from './boxes'
import { describe, dimensionsOf, type Dimension, type Domain, type Domains } from './domain'

/** Boxes that one condition may come to; more take too long, and nothing is said of it then. */
const MOST_BOXES = 1000

/** A condition that comes to too many boxes to be looked at. */
export class TooManyCases extends Error {
  constructor() {
    super('this condition asks too much at once to be looked through')
    this.name = 'TooManyCases'
  }
}

/**
 * All cases that some conditions tell apart: a dimension for each fact that they ask, and one more for each text that is
 * read. A condition is a union of boxes in it, so that what holds for tables can be asked of conditions: whether one
 * is for nothing, whether others take all that it is for, which cases none is for.
 *
 * @example
 * const space = new CaseSpace([isGate, isTill], domains)
 * space.boxesOf({ all: [isGate, isTill] }) // [] where no case is both
 */
export class CaseSpace {
  readonly dimensions: readonly Dimension[]
  readonly everything: Box
  private readonly facts: string[]

  /** @param asked every condition that will be asked for; others may tell apart what this space does not */
  constructor(asked: readonly Condition[], domains: Domains) {
    const tests = new Map<string, Test[]>()
    for (const test of asked.flatMap(testsOf)) {
      const there = tests.get(test.fact)
      if (there) there.push(test)
      else tests.set(test.fact, [test])
    }
    // The facts that most tests ask come first: searches tell cases apart by them soonest.
    this.facts = [...tests.keys()].sort((a, b) => tests.get(b)!.length - tests.get(a)!.length)
    this.dimensions = this.facts.flatMap((fact, at) =>
      dimensionsOf(at, tests.get(fact)!, valued(domains[fact])),
    )
    this.everything = this.dimensions.map((one) => one.all)
  }

  get sizes(): number[] {
    return this.dimensions.map((one) => one.size)
  }

  /** Whether a fact is told apart here. */
  asks(fact: string): boolean {
    return this.facts.includes(fact)
  }

  /** The cases that fit a test. */
  fitting({ fact, op, value }: Test): Box {
    const column = this.facts.indexOf(fact)
    return this.dimensions.map((one) =>
      one.column === column ? one.fitting({ op, ...(value !== undefined && { value }) }) : one.all,
    )
  }

  /**
   * The cases for which a condition holds.
   * @throws TooManyCases
   */
  boxesOf(condition: Condition): Box[] {
    return this.boxes(condition, true)
  }

  /** The cases that are in all of some boxes; a set of none of its atoms where there are none. */
  together(boxes: readonly Box[]): Box {
    return boxes.reduce((a, b) => a.map((set, at) => common(set, b[at]!)), this.everything)
  }

  private boxes(condition: Condition, isSo: boolean): Box[] {
    if (isTest(condition)) {
      const box = this.fitting(condition)
      return isSo ? (isPossible(box) ? [box] : []) : this.outside(box)
    }
    // Not all is some not; none is all not.
    const inner = 'none' in condition ? !isSo : isSo
    const parts = partsOf(condition).map((part) => this.boxes(part, inner))
    const isProduct = 'any' in condition ? !isSo : isSo
    return isProduct ? parts.reduce(inBoth, [this.everything]) : widest(parts.flat())
  }

  private outside(box: Box): Box[] {
    return box.flatMap((set, at) => {
      const left = rest(set, this.dimensions[at]!.size)
      return left.length ? [this.everything.map((all, place) => (place === at ? left : all))] : []
    })
  }

  /** Cases that there cannot be: an empty text in which a word is found. */
  get impossible(): Box[] {
    return this.dimensions.flatMap(({ reads, column }, at) => {
      if (!reads) return []
      const values = this.dimensions.findIndex((one) => one.column === column)
      const empty = rest(this.dimensions[values]!.fitting({ op: 'filled' }), this.dimensions[values]!.size)
      const box = this.everything.map((all, place) =>
        place === values ? empty : place === at ? [0, 1] : all,
      )
      return isPossible(box) ? [box] : []
    })
  }

  /** A box in words, as a condition: what it asks that a wider one does not. */
  whenOf(box: Box, within: Box = this.everything): Condition {
    const parts = box.flatMap((set, at) =>
      includes(set, within[at]!)
        ? []
        : [describe(this.dimensions[at]!, set, this.facts[this.dimensions[at]!.column]!).when],
    )
    return parts.length === 1 ? parts[0]! : { all: parts }
  }
}

/** A fact of which there is no value yet is one of which nothing is known. */
const valued = (domain: Domain | undefined) =>
  domain && 'values' in domain && !domain.values.length ? undefined : domain

const isPossible = (box: Box) => box.every((set) => set.length > 0)

/** The cases that are in both of two unions. */
export function inBoth(some: readonly Box[], others: readonly Box[]): Box[] {
  if (some.length * others.length > MOST_BOXES * 10) throw new TooManyCases()
  return widest(
    some.flatMap((a) =>
      others.flatMap((b) => (boxesMeet(a, b) ? [a.map((set, at) => common(set, b[at]!))] : [])),
    ),
  )
}

/** Leaves out boxes that are in another one. */
function widest(boxes: readonly Box[]): Box[] {
  const kept: Box[] = []
  for (const box of boxes)
    if (!kept.some((one) => boxIncludes(one, box))) {
      const others = kept.filter((one) => !boxIncludes(box, one))
      kept.splice(0, kept.length, ...others, box)
      if (kept.length > MOST_BOXES) throw new TooManyCases()
    }
  return kept
}
