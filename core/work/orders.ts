import { oneAt } from '../lookup'
/** One job on one machine. Both in the same unit, from the same beginning. */
export interface Job<K = number> {
  key: K
  /** How long it takes. */
  takes: number
  /** When it is to be done; Infinity where nothing is promised. */
  due: number
}

/**
 * Earliest due date first: no other order has a smaller greatest lateness (Jackson 1955). Jobs that fall due together
 * keep their order.
 */
export function earliestDue<T extends Job<unknown>>(jobs: readonly T[]): T[] {
  return [...jobs].sort((a, b) => (a.due === b.due ? 0 : a.due - b.due))
}

/**
 * The order with the fewest late jobs (Moore 1968, with Hodgson): taken by due date; whenever one would be late, the
 * longest of those taken so far is put off to the end.
 * @returns the jobs in time by due date, then those that are late in the order given
 */
export function fewestLate<T extends Job<unknown>>(jobs: readonly T[]): { order: T[]; late: T[] } {
  const taken: T[] = []
  const put = new Set<T>()
  let end = 0
  for (const job of earliestDue(jobs)) {
    taken.push(job)
    end += job.takes
    if (end <= job.due) continue
    let longest = 0
    // Of those that take the same the last is put off: it has the most time left.
    for (let index = 1; index < taken.length; index++)
      if (oneAt(taken, index).takes >= oneAt(taken, longest).takes) longest = index
    const [gone] = taken.splice(longest, 1)
    end -= gone!.takes
    put.add(gone!)
  }
  const late = jobs.filter((job) => put.has(job))
  return { order: [...taken, ...late], late }
}
