import { lowerMedian } from '../lookup'
import type { Instant } from '../time'

/** A task of a checklist that came to a ticket, and what became of it. */
export interface TaskCame {
  /** Id of the checklist. */
  list: string
  /** By what it is counted. */
  counted: string
  came: Instant
  done: Instant | null
  left: Instant | null
}

/** How often one task of a checklist came, and what became of it. */
export interface TaskCount {
  came: number
  ticked: number
  /** Not needed. */
  left: number
  /** Half of those that were ticked took no longer, in milliseconds of working time; null where none was. */
  took: number | null
}

/** By checklist, and by what each of its tasks is counted as. */
export type TaskCounts = Record<string, Record<string, TaskCount>>

/**
 * Counts what became of tasks.
 * @param hours in which it counts how long they took
 */
export function countTasks(
  tasks: readonly TaskCame[],
  hours: { between(from: Instant, to: Instant): number },
): TaskCounts {
  const lists = new Map<string, Map<string, TaskCame[]>>()
  for (const task of tasks) {
    const list = lists.get(task.list) ?? new Map<string, TaskCame[]>()
    lists.set(task.list, list)
    const same = list.get(task.counted)
    if (same) same.push(task)
    else list.set(task.counted, [task])
  }
  return Object.fromEntries(
    [...lists].map(([list, counted]) => [
      list,
      Object.fromEntries([...counted].map(([key, same]) => [key, countOf(same, hours)])),
    ]),
  )
}

function countOf(
  tasks: readonly TaskCame[],
  hours: { between(from: Instant, to: Instant): number },
): TaskCount {
  const ticked = tasks.flatMap(({ came, done }) => (done === null ? [] : [{ came, done }]))
  return {
    came: tasks.length,
    ticked: ticked.length,
    left: tasks.filter((one) => one.left !== null).length,
    took: lowerMedian(ticked.map(({ came, done }) => hours.between(came, done))),
  }
}
