import type { Instant, Interval } from './instant'
import { difference, intersection, union } from './intervals'
import { WorkingTime } from './workingTime'

/** How hours are laid over each other: open in all of them, in any of them, or in the first but none of the others. */
export type Combination = 'all' | 'any' | 'without'

const MEANING: Record<Combination, (a: Interval[], b: Interval[]) => Interval[]> = {
  all: intersection,
  any: union,
  without: difference,
}

/** Several hours laid over each other, such as a service's hours and the shifts of the technician. */
export class CombinedTime extends WorkingTime {
  readonly name: string
  protected readonly settledFrom: Instant

  /**
   * @param parts at least one
   * @throws RangeError when there is none
   */
  constructor(
    readonly combination: Combination,
    readonly parts: readonly WorkingTime[],
  ) {
    super()
    if (!parts.length) throw new RangeError('there are no hours to combine')
    this.name = parts.map((part) => part.name).join(combination === 'without' ? ' without ' : ' with ')
    // What the parts know of is asked of them when compiling; after the last dated day of any the years are alike.
    this.settledFrom = Math.max(...parts.map((part) => part.settled))
  }

  shutNames(from: Instant, to: Instant): string[] {
    return this.parts.flatMap((part, index) => {
      if (this.combination === 'without' && index > 0) return []
      return part.shutNames(from, to)
    })
  }

  protected compile(from: Instant, to: Instant): Interval[] {
    const [first, ...others] = this.parts.map((part) => part.openIntervals(from, to))
    return others.reduce((open, other) => MEANING[this.combination](open, other), first!)
  }
}
