import { oneAt } from '../../core/lookup'
/** What became of one piece of work. */
export type Settled<T> = { value: T } | { error: unknown }

/** Runs a function and holds what it gives or throws. */
export function settle<T>(work: () => T): Settled<T> {
  try {
    return { value: work() }
  } catch (error) {
    return { error }
  }
}

interface Waiting<Work, Result> {
  work: Work
  resolve: (value: Result) => void
  reject: (error: unknown) => void
}

/**
 * Does alike pieces of work together while others are under way: alone when it is quiet, many at once when it
 * is busy, so that a storm of small writes becomes a few larger ones. Work starts in the order it was added.
 */
export class Together<Work, Result> {
  private readonly waiting: Waiting<Work, Result>[] = []
  private running = 0

  /**
   * @param limits most pieces in one go, and how many goes at once
   * @param perform does some pieces; gives what became of each, in their order; if it throws, all of them fail
   */
  constructor(
    private readonly limits: { most: number; atOnce: number },
    private readonly perform: (works: Work[]) => Promise<Settled<Result>[]>,
  ) {}

  /** Adds a piece of work and gives its result. */
  add(work: Work): Promise<Result> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ work, resolve, reject })
      // What arrives in the same turn of the event loop goes together.
      setImmediate(() => void this.go())
    })
  }

  private async go(): Promise<void> {
    if (this.running >= this.limits.atOnce || !this.waiting.length) return
    const some = this.waiting.splice(0, this.limits.most)
    this.running++
    try {
      const outcomes = await this.perform(some.map(({ work }) => work))
      some.forEach(({ resolve, reject }, index) => {
        const outcome = oneAt(outcomes, index)
        if ('value' in outcome) resolve(outcome.value)
        else reject(outcome.error)
      })
    } catch (error) {
      for (const { reject } of some) reject(error)
    } finally {
      this.running--
      void this.go()
    }
  }
}
