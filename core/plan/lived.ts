import { lowerMedian } from '../lookup'
import type { Instant, WorkingTime } from '../time'
import type { PlanRun } from './run'

/** How one stage of a plan went in the last requests that had it. */
export interface StageLived {
  /** How often it was through. */
  through: number
  /** Half of those took no longer, in milliseconds of working time; null where none was. */
  took: number | null
  /** The task of it that took longest, by the same measure. */
  longest?: { task: string; took: number }
  /** How often it was late, or is. */
  late: number
}

/**
 * How the stages of a plan went: each counts from when it opened.
 * @param runs of one plan, in any order
 * @param stages by id, with the ids of their tasks
 */
export function stagesLived(
  runs: readonly PlanRun[],
  stages: readonly { id: string; tasks: readonly { id: string }[] }[],
  hours: Pick<WorkingTime, 'between'>,
  now: Instant,
): Record<string, StageLived> {
  return Object.fromEntries(stages.map((stage) => [stage.id, livedOf(runs, stage, hours, now)]))
}

function livedOf(
  runs: readonly PlanRun[],
  { id, tasks }: { id: string; tasks: readonly { id: string }[] },
  hours: Pick<WorkingTime, 'between'>,
  now: Instant,
): StageLived {
  const opened = runs.flatMap(({ stages }) => (stages[id] && !stages[id].passed ? [stages[id]] : []))
  const spans = opened.flatMap(({ openedAt, throughAt }) =>
    throughAt === undefined ? [] : [hours.between(openedAt, throughAt)],
  )
  const each = tasks.flatMap((task) => {
    const ended = runs.flatMap((run) => {
      const one = run.tasks[task.id]
      return one?.end?.how === 'done' ? [hours.between(one.openedAt, one.end.at)] : []
    })
    const took = lowerMedian(ended)
    return took === null ? [] : [{ task: task.id, took }]
  })
  const [longest] = each.sort((one, other) => other.took - one.took)
  return {
    through: spans.length,
    took: lowerMedian(spans),
    ...(longest && { longest }),
    late: opened.filter(({ dueAt, throughAt }) => dueAt !== undefined && (throughAt ?? now) > dueAt).length,
  }
}
