import { lowerMedian } from '../lookup'
import type { Instant, WorkingTime } from '../time'
import type { Stage } from './plan'
import { timeOfStage, type PlanRun, type StageTarget } from './run'

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

/** A plan as it went, with the clocks of its stages where they had any. */
export interface LivedRun extends PlanRun {
  targetOf?: (stage: string) => StageTarget | undefined
}
type LivedStage = Pick<Stage, 'id' | 'takes'> & { tasks: readonly { id: string }[] }

/**
 * How the stages of a plan went: each counts from when it opened.
 * @param runs of one plan, in any order
 * @param stages by id, with the ids of their tasks
 */
export function stagesLived(
  runs: readonly LivedRun[],
  stages: readonly LivedStage[],
  hours: Pick<WorkingTime, 'add' | 'between'>,
  now: Instant,
): Record<string, StageLived> {
  return Object.fromEntries(stages.map((stage) => [stage.id, livedOf(runs, stage, hours, now)]))
}

function livedOf(
  runs: readonly LivedRun[],
  stage: LivedStage,
  hours: Pick<WorkingTime, 'add' | 'between'>,
  now: Instant,
): StageLived {
  const { id, tasks } = stage
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
    late: runs.filter(({ stages, targetOf }) => {
      const one = stages[id]
      return one && timeOfStage(stage, one, { now, hours, targetOf })?.isLate
    }).length,
  }
}
