import type { Fixed, Slot } from './lookAhead'

/** What something fixed does to the flexible work of whoever gets it: numbers of tickets. */
export interface Displaced {
  /** What would have been worked on in that time, in its order. */
  moved: number[]
  /** What would break a promise then that it keeps now. */
  broken: number[]
}

/**
 * What a fixed time does to the work that lies on a bench.
 * @param before when it would be worked on without it
 * @param after the same with it
 * @param taken from setting out to the end, and for which ticket
 */
export function displacedBy(
  before: readonly Slot[],
  after: readonly Slot[],
  taken: Fixed & { reference: number },
): Displaced {
  const brokenBefore = new Set(before.flatMap(promisesOf))
  const each = (slots: readonly Slot[]) => [...new Set(slots.map((one) => one.work.reference))]
  return {
    moved: each(
      before.filter(
        (one) => one.from < taken.to && taken.from < one.to && one.work.reference !== taken.reference,
      ),
    ),
    broken: each(after.filter((one) => promisesOf(one).some((promise) => !brokenBefore.has(promise)))),
  }
}

/** By ticket and promise, since its work may be done in pieces. */
const promisesOf = ({ work, broken }: Slot): string[] =>
  broken.map((promise) => `${work.reference} ${work.task ?? ''} ${promise}`)
