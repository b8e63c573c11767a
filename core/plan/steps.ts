import { holds, type Facts } from '../condition'
import type { Instant, WorkingTime } from '../time'
import { momentAfter, momentOf, type DayIn, type DayOf } from './day'
import { findHolder, type Asking, type Doer, type Finding, type Holder } from './doer'
import { stagesBefore, type Plan, type Stage } from './plan'
import { isOpen, isSettled, type Opened, type PlanRun, type StageTarget, type TaskRun } from './run'
import { planTaskTerms, type PlanTask } from './tasks/list'

/** What is known when, and the hours in which a plan goes on. */
export interface PlanTime {
  now: Instant
  facts: Facts
  hours: WorkingTime
  /** In which the days of answers are meant. */
  zone: string
  /** How the time of a stage stands, where a clock counts it. */
  targetOf?: (stage: string) => StageTarget | undefined
}

/** The request as well, and its people. */
export interface PlanWorld extends PlanTime, Finding {
  request: Asking
}

/** What a plan does next by itself. */
export type PlanStep =
  | { do: 'openStage'; stage: string }
  | { do: 'passStage'; stage: string }
  | { do: 'openTasks'; tasks: Opened[] }
  /** What the desk itself ends. */
  | { do: 'endTask'; task: string }
  /** What is left of it is let go where the plan says so. */
  | { do: 'stageThrough'; stage: string; letGo: string[] }
  | { do: 'end' }

/** Whether a task is for this request. */
export const isForIt = ({ when }: Pick<PlanTask, 'when'>, facts: Facts): boolean =>
  when === undefined || holds(when, facts)

/**
 * What a plan does next by itself: all that can be done at once, or nothing. Whoever does it asks again until nothing
 * is left; each time something is opened or ended that was not before, so that it comes to an end.
 */
export function nextSteps(plan: Plan, run: PlanRun, world: PlanWorld): PlanStep[] {
  if (run.ended) return []
  const stages = stagesToOpen(plan, run, world)
  if (stages.length) return stages
  const tasks = tasksToOpen(plan, run, world)
  if (tasks.length) return [{ do: 'openTasks', tasks }]
  const over = tasksOver(plan, run, world)
  if (over.length) return over
  const through = stagesThrough(plan, run, world)
  if (through.length) return through
  return plan.stages.every(({ id }) => run.stages[id]?.throughAt !== undefined) ? [{ do: 'end' }] : []
}

function stagesToOpen(plan: Plan, run: PlanRun, world: PlanWorld): PlanStep[] {
  return plan.stages.flatMap((stage): PlanStep[] => {
    if (run.stages[stage.id] || !mayOpen(plan, stage, run)) return []
    if (stage.when && !holds(stage.when, world.facts)) return [{ do: 'passStage', stage: stage.id }]
    if (stage.from && !hasCome(stage.from, world)) return []
    return [{ do: 'openStage', stage: stage.id }]
  })
}

/** Whether what comes before a stage is done as far as it must be. */
function mayOpen(plan: Plan, stage: Stage, run: PlanRun): boolean {
  const before = stagesBefore(plan, stage)
  if (!before.length) return true
  const isDone = (id: string) => run.stages[id]?.throughAt !== undefined || hasBegun(plan, id, stage, run)
  return stage.join === 'any' ? before.some(isDone) : before.every(isDone)
}

/** Of a stage that opens as soon as something is done: whether something of the stage before is. */
function hasBegun(plan: Plan, before: string, { opensOn }: Stage, run: PlanRun): boolean {
  if (opensOn !== 'first' || !run.stages[before]) return false
  const tasks = plan.stages.find(({ id }) => id === before)?.tasks ?? []
  return tasks.some(({ id }) => run.tasks[id]?.end?.how === 'done')
}

function hasCome(day: DayOf, world: PlanTime): boolean {
  const moment = momentOf(day, dayIn(world))
  return moment !== undefined && moment <= world.now
}

const dayIn = ({ facts, zone, hours }: PlanTime): DayIn => ({ facts, zone, hours })

/** Whether a stage is open, or was. */
const hasOpened = (run: PlanRun, stage: string) =>
  run.stages[stage] !== undefined && run.stages[stage].passed === undefined

function tasksToOpen({ stages }: Plan, run: PlanRun, world: PlanWorld): Opened[] {
  const found: Opened[] = []
  for (const stage of stages) {
    // A stage that was passed over is not for this request, whatever of it would have gone on early.
    if (run.stages[stage.id]?.passed) continue
    const waits = (id: string) => {
      const before = stage.tasks.find((one) => one.id === id)
      return before !== undefined && isForIt(before, world.facts) && !isSettled(run.tasks[id])
    }
    for (const task of stage.tasks)
      if (
        !run.tasks[task.id] &&
        // What would have gone on early with a stage that was passed over begins with its own.
        (hasOpened(run, stage.id) || (task.beginsWith !== undefined && hasOpened(run, task.beginsWith))) &&
        isForIt(task, world.facts) &&
        !task.after?.some(waits)
      )
        found.push({ task: task.id, ...dueOf(task, world), ...holderOf(task.who, world) })
  }
  return found
}

function dueOf({ due }: PlanTask, world: PlanWorld): { due?: Instant } {
  if (!due) return {}
  const moment =
    'within' in due ? momentAfter(world.hours, world.now, due.within) : momentOf(due.by, dayIn(world))
  return moment === undefined ? {} : { due: moment }
}

/** Who has a task; where nobody is found for it, the team of the ticket. */
function holderOf(who: Doer | undefined, world: PlanWorld): Holder {
  const { request } = world
  const found = who && findHolder(who, request, world)
  return found ?? { team: request.team }
}

/** What the desk itself ends and is over. */
function tasksOver({ stages }: Plan, run: PlanRun, world: PlanWorld): PlanStep[] {
  const moment = momentAt(world)
  return stages
    .flatMap(({ tasks }) => tasks)
    .filter((task) => isOpen(run.tasks[task.id]) && planTaskTerms(task).isOver?.(task, moment))
    .map(({ id }) => ({ do: 'endTask', task: id }))
}

export const momentAt = (world: PlanTime) => ({
  now: world.now,
  facts: world.facts,
  momentOf: (day: DayOf) => momentOf(day, dayIn(world)),
})

/** The tasks that keep a stage from being through. */
export const keepOpen = ({ tasks }: Stage, run: PlanRun, facts: Facts): PlanTask[] =>
  tasks.filter((task) => task.required && isForIt(task, facts) && !isSettled(run.tasks[task.id]))

function stagesThrough({ stages, left }: Plan, run: PlanRun, { facts }: PlanWorld): PlanStep[] {
  return stages.flatMap((stage): PlanStep[] => {
    const open = run.stages[stage.id]
    if (!open || open.throughAt !== undefined || keepOpen(stage, run, facts).length) return []
    const letGo = left === 'letGo' ? stage.tasks.filter(({ id }) => isOpen(run.tasks[id])) : []
    return [{ do: 'stageThrough', stage: stage.id, letGo: letGo.map(({ id }) => id) }]
  })
}

/**
 * When a plan has something to do next though nothing happens: a stage opens by a day, or a wait is over.
 * @returns undefined where it only goes on once somebody does something
 */
export function nextMoment(plan: Plan, run: PlanRun, world: PlanTime): Instant | undefined {
  if (run.ended) return undefined
  const moment = momentAt(world)
  const days = plan.stages.map((stage) =>
    stage.from && !run.stages[stage.id] && mayOpen(plan, stage, run)
      ? moment.momentOf(stage.from)
      : undefined,
  )
  const waits = plan.stages
    .flatMap(({ tasks }) => tasks)
    .map((task) => (isOpen(run.tasks[task.id]) ? planTaskTerms(task).over?.(task, moment) : undefined))
  const all = [...days, ...waits].filter((one): one is Instant => one !== undefined && one > world.now)
  return all.length ? Math.min(...all) : undefined
}

/** Tasks that are open and for this request: what there is to do in a plan now. */
export function openTasksOf(plan: Plan, run: PlanRun, facts: Facts): { task: PlanTask; run: TaskRun }[] {
  return plan.stages
    .flatMap(({ tasks }) => tasks)
    .flatMap((task) => {
      const one = run.tasks[task.id]
      return isOpen(one) && isForIt(task, facts) ? [{ task, run: one }] : []
    })
}

/** What must still be done before a plan is over, opened or not. */
export const requiredOf = (plan: Plan, run: PlanRun, facts: Facts): PlanTask[] =>
  run.ended
    ? []
    : plan.stages.flatMap((stage) => (run.stages[stage.id]?.passed ? [] : keepOpen(stage, run, facts)))
