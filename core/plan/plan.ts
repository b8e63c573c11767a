import type { Target } from '../clock'
import type { Condition } from '../condition'
import { fieldFact } from '../fields'
import type { DayOf } from './day'
import type { Doer } from './doer'
import type { PlanTask } from './tasks/list'

// The work of a larger request, as a lead designs it: stages that open one after the other, each with its tasks.

/** How a larger request is done. */
export interface Plan {
  id: string
  name: string
  /** Begins by itself with every ticket for which this holds; by hand, by a move or by a rung only if left out. */
  when?: Condition
  /** The calendar in whose hours its due times count; that of the desk if left out. */
  hours?: string
  /** What is not required and still open when its stage is through is carried over, unless it is let go. */
  left?: 'letGo'
  stages: Stage[]
}

/** A step of a plan: it opens, its tasks are done, and it is through. */
export interface Stage {
  id: string
  name: string
  /** The stages that must be through before: the one above if left out; of an empty list it opens with the plan. */
  after?: string[]
  /** One of those is enough. */
  join?: 'any'
  /** Opens as soon as one task of a stage before is done, and does not wait for all that is required there. */
  opensOn?: 'first'
  /** Opens no sooner than this. */
  from?: DayOf
  /** Passed over where this does not hold when it would open. */
  when?: Condition
  /** How long it may take, as an ISO 8601 duration of working time: promised for it as a service level promises. */
  takes?: string
  /** Groups of statuses of its ticket in which that time stands still. */
  pauseIn?: Target['pauseIn']
  /** It stands still as long as this holds, whatever the status. */
  pauseWhen?: Condition
  /** Ids of checklists that come to the ticket as it opens. */
  checklists?: string[]
  tasks: PlanTask[]
}

/** What every task of a plan can say, whatever it does. */
export interface TaskTermsOfPlan {
  /** Unique within the plan. */
  id: string
  text: string
  description?: string
  /** The stage is not through before it is done. */
  required?: true
  /** The requester sees it. */
  shown?: true
  /** Only where this holds; asked as long as it is not done. */
  when?: Condition
  /** Tasks of the same stage that come before it; side by side with all others if left out. */
  after?: string[]
  /** Goes on early: opens with this earlier stage. */
  beginsWith?: string
  /** Who does it; the team of the ticket if left out. */
  who?: Doer
  /** How much work it is, as an ISO 8601 duration. */
  work?: string
  due?: Due
}

/** When something is due: so much working time after it opens, or before a day in an answer. */
export type Due = { within: string } | { by: DayOf }

/** More than these, and nobody could read it. */
export const MOST_STAGES = 40
export const MOST_PLAN_TASKS = 400
/** Plans that run on one ticket at the same time. */
export const MOST_PLANS = 12

/** The stages that must be through before one may open. */
export function stagesBefore({ stages }: Pick<Plan, 'stages'>, stage: Stage): string[] {
  if (stage.after) return stage.after
  const before = stages[stages.indexOf(stage) - 1]
  return before ? [before.id] : []
}

/** A stage and all that come after it, however far. */
export function stagesAfter(plan: Pick<Plan, 'stages'>, id: string): Set<string> {
  const found = new Set([id])
  // A stage may stand above the one that it comes after, so one look through the list may not be enough.
  for (let seen = 0; seen !== found.size;) {
    seen = found.size
    for (const stage of plan.stages)
      if (stagesBefore(plan, stage).some((one) => found.has(one))) found.add(stage.id)
  }
  return found
}

/** Every task of a plan, in its order. */
export const tasksOf = ({ stages }: Pick<Plan, 'stages'>): PlanTask[] => stages.flatMap(({ tasks }) => tasks)

/** The number of each stage and task as people read it: `3` and `3.2`. */
export function numbersOf({ stages }: Pick<Plan, 'stages'>): ReadonlyMap<string, string> {
  const numbers = new Map<string, string>()
  stages.forEach((stage, at) => {
    numbers.set(`stage ${stage.id}`, String(at + 1))
    stage.tasks.forEach((task, place) => numbers.set(task.id, `${at + 1}.${place + 1}`))
  })
  return numbers
}

/** The facts that a plan goes by besides its conditions: days, and amounts. */
export const factsNamed = (plan: Pick<Plan, 'stages'>): string[] =>
  plan.stages.flatMap(({ from, tasks }) => [
    ...(from ? [from.fact] : []),
    ...tasks.flatMap((task) => [
      ...(task.due && 'by' in task.due ? [task.due.by.fact] : []),
      ...(task.do === 'wait' && task.until ? [task.until.fact] : []),
      ...(task.do === 'approval' && task.amount !== undefined ? [task.amount] : []),
      ...(task.do === 'ticket' ? (task.passes ?? []).map((one) => one.fact) : []),
      ...(task.do === 'call' ? (task.reads ?? []).map((one) => fieldFact(one.field)) : []),
    ]),
  ])

/** The questions whose answers name somebody in it, and those that it answers in another ticket. */
export const questionsNamed = (plan: Pick<Plan, 'stages'>): string[] =>
  tasksOf(plan).flatMap((task) => {
    const doers = [
      task.who,
      ...(task.do === 'approval' ? [...task.ask.map((one) => one.who), task.instead] : []),
    ]
    const told =
      task.do === 'message' ? task.tell.map((one) => (one.to === 'answer' ? one.question : undefined)) : []
    const linked = task.do === 'form' && task.to && 'question' in task.to ? [task.to.question] : []
    const passed = task.do === 'ticket' ? (task.passes ?? []).map((one) => one.question) : []
    return [
      ...passed,
      ...linked,
      ...doers.map((one) => (one && 'question' in one ? one.question : undefined)),
      ...told,
    ].flatMap((one) => one ?? [])
  })
