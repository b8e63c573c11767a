import { withoutGaps } from '../json'
import { freeId } from '../naming'
import { tasksOf, type Plan, type Stage } from './plan'
import type { FirstOfPlan } from './task'
import { PLAN_TASKS, type PlanTask, type PlanTaskKind } from './tasks/list'

// How a lead changes a plan: each gives a plan, and leaves nothing in it that names what is gone.

const mapTasks = (plan: Plan, change: (task: PlanTask, stage: Stage) => PlanTask | undefined): Plan => ({
  ...plan,
  stages: plan.stages.map((stage) => ({
    ...stage,
    tasks: stage.tasks.flatMap((task) => change(task, stage) ?? []),
  })),
})

/** A stage otherwise; what is undefined in the change is left out of it. */
export const withStage = (plan: Plan, id: string, change: Partial<Stage>): Plan => ({
  ...plan,
  stages: plan.stages.map((one) => (one.id === id ? withoutGaps({ ...one, ...change }) : one)),
})

/** A task otherwise; what is undefined in the change is left out of it. */
export const withTask = (plan: Plan, id: string, change: object): Plan =>
  mapTasks(plan, (task) => (task.id === id ? (withoutGaps({ ...task, ...change }) as PlanTask) : task))

/** One more stage, at the end. */
export function withNewStage(plan: Plan, name: string): Plan {
  const id = freeId(name, (one) => plan.stages.some((stage) => stage.id === one), 'stage')
  return { ...plan, stages: [...plan.stages, { id, name, tasks: [] }] }
}

/** One more task at the end of a stage. */
export function withNewTask(
  plan: Plan,
  stage: string,
  { kind, text, first }: { kind: PlanTaskKind; text: string; first: FirstOfPlan },
): { plan: Plan; id: string } {
  const id = freeId(text, (one) => tasksOf(plan).some((task) => task.id === one), 'task')
  const fresh = { id, text, ...PLAN_TASKS[kind].fresh(first) } as PlanTask
  const changed = plan.stages.map((one) =>
    one.id === stage ? { ...one, tasks: [...one.tasks, fresh] } : one,
  )
  return { plan: { ...plan, stages: changed }, id }
}

const listWithout = (list: readonly string[] | undefined, id: string) => {
  const left = list?.filter((one) => one !== id)
  return left?.length ? left : undefined
}

/** Without a task; what came after it waits for it no more. */
export const withoutTask = (plan: Plan, id: string): Plan =>
  mapTasks(plan, (task) =>
    task.id === id ? undefined : (withoutGaps({ ...task, after: listWithout(task.after, id) }) as PlanTask),
  )

/**
 * Without a stage and its tasks: what came after it comes after those before it, what began early with it begins with its
 * own stage, and what went back to it ends the plan.
 */
export function withoutStage(plan: Plan, id: string): Plan {
  const stages = plan.stages
    .filter((one) => one.id !== id)
    .map((one) => ({ ...one, ...(one.after && { after: one.after.filter((other) => other !== id) }) }))
  return mapTasks({ ...plan, stages }, (task) => {
    const { beginsWith } = task
    const early = beginsWith === id ? { beginsWith: undefined } : {}
    const back =
      task.do === 'approval' && task.refused?.then === 'back' && task.refused.stage === id
        ? { refused: undefined }
        : {}
    return withoutGaps({ ...task, ...early, ...back }) as PlanTask
  })
}

/** A stage or a task so many places later, or earlier where that is negative; a task stays in its stage. */
export function moved(plan: Plan, id: string, by: number): Plan {
  const inOrder = <T extends { id: string }>(list: readonly T[]): T[] => {
    const from = list.findIndex((one) => one.id === id)
    if (from < 0) return [...list]
    const others = list.filter((one) => one.id !== id)
    const to = Math.max(0, Math.min(others.length, from + by))
    return [...others.slice(0, to), ...list.slice(from, from + 1), ...others.slice(to)]
  }
  return {
    ...plan,
    stages: inOrder(plan.stages).map((stage) => ({ ...stage, tasks: inOrder(stage.tasks) })),
  }
}

/** The tasks of a stage in another order, some of them perhaps from another stage: as they were dragged. */
export const withTasksOf = (plan: Plan, stage: string, tasks: readonly PlanTask[]): Plan => {
  const ids = new Set(tasks.map((one) => one.id))
  return {
    ...plan,
    stages: plan.stages.map((one) =>
      one.id === stage
        ? { ...one, tasks: [...tasks] }
        : { ...one, tasks: one.tasks.filter((task) => !ids.has(task.id)) },
    ),
  }
}
