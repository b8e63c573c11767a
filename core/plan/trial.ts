import { factsOf, type Condition, type Facts } from '../condition'
import type { Directory } from '../design'
import type { Instant, WorkingTime } from '../time'
import { forecast } from './forecast'
import { factsNamed, numbersOf, type Plan } from './plan'
import type { PlanRun } from './run'

/** Every condition that a plan asks. */
export const conditionsOf = ({ when, stages }: Pick<Plan, 'when' | 'stages'>): (Condition | undefined)[] => [
  when,
  ...stages.flatMap((stage) => [
    ...[stage.when, stage.pauseWhen],
    ...stage.tasks.flatMap((task) => [task.when, ...(task.do === 'wait' ? [task.holds] : [])]),
  ]),
]

/** The questions by whose answers a plan decides what is done and when, each once. */
export const questionsAsked = (plan: Plan): string[] => [
  ...new Set(
    [...conditionsOf(plan).flatMap((one) => (one ? factsOf(one) : [])), ...factsNamed(plan)].flatMap(
      (fact) => (fact.startsWith('form.') ? [fact.slice(5)] : []),
    ),
  ),
]

/** What is known of a request that a plan is tried with. */
export interface TrialOf {
  now: Instant
  facts: Facts
  hours: WorkingTime
  zone: string
  directory: Directory
}

/** How long each task takes: the work that it is, or all the time that it may take. */
export type TrialPace = 'work' | 'due'

/** What happens then: a stage opens, a task is done, or all that is required is. */
export interface TrialLine {
  at: Instant
  what: 'opens' | 'done' | 'ready'
  /** The number of the stage or task: `3.2`; empty when all is ready. */
  number: string
  name: string
  /** Of a task: the working time from when it began, in milliseconds. */
  took?: number
}

export interface Trial {
  lines: TrialLine[]
  /** Tasks that nobody can date, and on which it waits. */
  undated: string[]
}

/** A plan in which each task takes all the time that it may. */
const atItsPace = (plan: Plan, pace: TrialPace): Plan =>
  pace === 'work'
    ? plan
    : {
        ...plan,
        stages: plan.stages.map((stage) => ({
          ...stage,
          tasks: stage.tasks.map((task) =>
            task.due && 'within' in task.due ? { ...task, work: task.due.within } : task,
          ),
        })),
      }

/**
 * A plan as it would go for a request made now, if each task takes what it is said to take.
 * @returns what happens when, the first first
 */
export function trial(plan: Plan, { now, facts, hours, zone, directory }: TrialOf, pace: TrialPace): Trial {
  const run: PlanRun = {
    ...{ id: 0, plan: plan.id, name: plan.name, edition: 0, zone, beganAt: now },
    ...{ stages: {}, tasks: {} },
  }
  const request = { requester: '', technician: null, team: '', site: null, organisation: null, answers: {} }
  const world = { now, facts, hours, zone, request, directory }
  const { at, undated, stages, tasks } = forecast(atItsPace(plan, pace), run, world)
  const numbers = numbersOf(plan)
  const number = (id: string) => numbers.get(id) ?? ''
  const lines = plan.stages.flatMap((stage): TrialLine[] => [
    ...linesOf(stages.get(stage.id), ({ from }) => ({
      ...{ at: from, what: 'opens', number: number(`stage ${stage.id}`), name: stage.name },
    })),
    ...stage.tasks.flatMap((task) =>
      linesOf(tasks.get(task.id), ({ from, to }) => ({
        ...{ at: to, what: 'done', number: number(task.id), name: task.text },
        took: hours.between(from, to),
      })),
    ),
  ])
  const ready: TrialLine[] = at === undefined ? [] : [{ at, what: 'ready', number: '', name: '' }]
  // Of what happens at one moment, what ends comes before what it opens: they stand in the order of the plan.
  return { lines: [...lines, ...ready].sort((one, other) => one.at - other.at), undated }
}

const linesOf = <S>(span: S | undefined, line: (span: S) => TrialLine): TrialLine[] =>
  span ? [line(span)] : []
