import type { Instant } from '../time'
import { momentOf } from './day'
import type { OutsideRun } from './outside'
import { numbersOf, type Plan, type Stage } from './plan'
import {
  hasFailed,
  isOpen,
  isOpenStage,
  isSettled,
  timeOfStage,
  type PlanEnd,
  type PlanRun,
  type StageRun,
  type TaskEnd,
  type TaskRun,
} from './run'
import { sealedBy, waitsFor, wantedOf, type Asked, type Query, type Sealed, type Word } from './seal'
import { isForIt, type PlanTime } from './steps'
import type { EndedBy } from './task'
import { planTaskTerms, type PlanTask, type PlanTaskKind } from './tasks/list'

// How a plan stands, for whoever looks at it.

/** How an approval stands. */
export interface SealView {
  asked: (Asked & { word?: Omit<Word, 'person'>; isTurn: boolean })[]
  /** How many must say yes. */
  wanted: number
  /** What those who are asked wanted to know first. */
  queries: readonly Query[]
  sealed: Sealed
}

/** How a task stands: its stage has not come, it is open, over in some way, or not for this request. */
export type TaskStands = 'later' | 'open' | 'notForIt' | TaskEnd

export interface TaskView {
  id: string
  number: string
  text: string
  description?: string
  do: PlanTaskKind
  endedBy: EndedBy
  required: boolean
  shown: boolean
  stands: TaskStands
  isLate: boolean
  due?: Instant
  person?: string
  team?: string
  /** The number of the stage with which it goes on early. */
  beginsWith?: string
  /** The numbers of the tasks that come before it. */
  after: string[]
  end?: { at: Instant; by?: string; why?: string }
  seal?: SealView
  /** What another system or ticket does: the ticket, and what went wrong. */
  outside?: Pick<OutsideRun, 'fault' | 'ticket'>
  /** Of questions for somebody who is not in the directory: the address that they went to. */
  address?: string
}

export interface StageView {
  id: string
  number: string
  name: string
  stands: 'later' | 'open' | 'through' | 'passed'
  openedAt?: Instant
  throughAt?: Instant
  dueAt?: Instant
  isLate: boolean
  /** Its time stands still. */
  rests: boolean
  /** How often it was entered. */
  round: number
  /** When it opens at the earliest, where a day says so. */
  from?: Instant
  tasks: TaskView[]
}

export interface PlanView {
  run: number
  plan: string
  name: string
  edition: number
  beganAt: Instant
  ended?: PlanEnd
  /** Tasks that are for this request, and how many of them are over. */
  all: number
  settled: number
  stages: StageView[]
}

/**
 * How a plan stands at a moment.
 * @param time with the facts of the request as they are
 */
export function planView(plan: Plan, run: PlanRun, time: PlanTime): PlanView {
  const numbers = numbersOf(plan)
  return {
    ...{ run: run.id, plan: run.plan, name: run.name, edition: run.edition, beganAt: run.beganAt },
    ...(run.ended && { ended: run.ended }),
    ...planProgress(plan, run, time),
    stages: plan.stages.map((stage) => stageView(stage, run, time, numbers)),
  }
}

/** How many tasks of a plan are for the request, and how many of them are over. */
export function planProgress(
  { stages }: Pick<Plan, 'stages'>,
  run: PlanRun,
  time: Pick<PlanTime, 'facts'>,
): { all: number; settled: number } {
  const tasks = stages.flatMap((stage) => (run.stages[stage.id]?.passed ? [] : stage.tasks))
  const forIt = tasks.filter((task) => standsOf(task, run.tasks[task.id], time) !== 'notForIt')
  return { all: forIt.length, settled: forIt.filter(({ id }) => isSettled(run.tasks[id])).length }
}

/** The stages at which a plan stands: all that are open, or, where none is, the next one to open. */
export function standingStages({ stages }: Pick<Plan, 'stages'>, run: Pick<PlanRun, 'stages'>): string[] {
  const open = stages.filter(({ id }) => isOpenStage(run, id))
  const next = stages.find(({ id }) => run.stages[id] === undefined)
  return (open.length || !next ? open : [next]).map(({ id }) => id)
}

type Numbers = ReadonlyMap<string, string>
const numberOf = (numbers: Numbers, id: string) => numbers.get(id) ?? ''

function stageView(stage: Stage, run: PlanRun, time: PlanTime, numbers: Numbers): StageView {
  const one = run.stages[stage.id]
  const from = stage.from && momentOf(stage.from, time)
  return {
    ...{ id: stage.id, number: numberOf(numbers, `stage ${stage.id}`), name: stage.name },
    ...{ stands: stageStands(one), isLate: false, rests: false },
    ...(one && openedView(stage, one, time)),
    round: run.rounds?.[stage.id] ?? 1,
    ...(from !== undefined && !one && { from }),
    tasks: stage.tasks.map((task) => taskView(task, run, time, numbers)),
  }
}

function stageStands(one: StageRun | undefined): StageView['stands'] {
  if (!one) return 'later'
  if (one.passed) return 'passed'
  return one.throughAt === undefined ? 'open' : 'through'
}

/** What is known of a stage once it has opened. */
function openedView(stage: Stage, one: StageRun, time: PlanTime): Partial<StageView> {
  const { openedAt, throughAt } = one
  return { openedAt, ...(throughAt !== undefined && { throughAt }), ...timeOfStage(stage, one, time) }
}

function taskView(task: PlanTask, run: PlanRun, time: PlanTime, numbers: Numbers): TaskView {
  const one = run.tasks[task.id]
  const { id, text, description, beginsWith, after = [] } = task
  const stands = standsOf(task, one, time)
  return {
    ...{ id, number: numberOf(numbers, id), text, do: task.do, endedBy: planTaskTerms(task).endedBy },
    ...(description && { description }),
    ...{ required: task.required === true, shown: task.shown === true, stands, isLate: false },
    ...(beginsWith !== undefined && { beginsWith: numberOf(numbers, `stage ${beginsWith}`) }),
    after: after.map((before) => numberOf(numbers, before)),
    ...(one && begunView(one, stands, time)),
    ...(task.do === 'approval' && one?.asked && { seal: sealView(task, one) }),
  }
}

/** What is known of a task once it has begun. */
function begunView(
  { due, person, team, end, outside, form }: TaskRun,
  stands: TaskStands,
  { now }: PlanTime,
): Partial<TaskView> {
  return {
    isLate: due !== undefined && stands !== 'notForIt' && (end?.at ?? now) > due,
    ...(due !== undefined && { due }),
    ...(person !== undefined && { person }),
    ...(team !== undefined && { team }),
    ...(outside && { outside: outsideView(outside) }),
    ...(form?.address !== undefined && { address: form.address }),
    ...(end && { end: { at: end.at, ...(end.by && { by: end.by }), ...(end.why && { why: end.why }) } }),
  }
}

const outsideView = ({ fault, ticket }: OutsideRun) => ({
  ...(fault && { fault }),
  ...(ticket !== undefined && { ticket }),
})

function standsOf(task: PlanTask, one: TaskRun | undefined, { facts }: Pick<PlanTime, 'facts'>): TaskStands {
  if (one?.end) return one.end.how
  if (!isForIt(task, facts)) return 'notForIt'
  return one ? 'open' : 'later'
}

function sealView({ needs }: Extract<PlanTask, { do: 'approval' }>, one: TaskRun): SealView {
  const { asked = [], words = [], queries = [] } = one
  const turn = new Set(isOpen(one) ? waitsFor(needs, asked, words).map(({ person }) => person) : [])
  return {
    asked: asked.map((who) => {
      const word = words.find(({ person }) => person === who.person)
      const { person: _, ...said } = word ?? { person: '' }
      return { ...who, isTurn: turn.has(who.person), ...(word && { word: said as Omit<Word, 'person'> }) }
    }),
    wanted: wantedOf(needs, asked.length),
    queries,
    sealed: isSettled(one) ? sealedBy(needs, asked, words) : 'open',
  }
}

/** Somebody, or a team, who has something to do in a plan now. */
export interface PlanDuty {
  task: string
  do: PlanTaskKind
  text: string
  required: boolean
  openedAt: Instant
  due?: Instant
  person?: string
  team?: string
}

/** What the desk ends itself is nobody's, and what another system or ticket does only once that has failed. */
function isForSomebody(task: PlanTask, one: TaskRun): boolean {
  const { endedBy } = planTaskTerms(task)
  return endedBy === 'outside' ? hasFailed(one) : endedBy !== 'desk'
}

/** What there is to do in a plan now, by whom: of an approval once for each whose word is waited for. */
export function dutiesOf(plan: Plan, run: PlanRun, { facts }: Pick<PlanTime, 'facts'>): PlanDuty[] {
  if (run.ended && run.ended.how !== 'done') return []
  return plan.stages
    .flatMap(({ tasks }) => tasks)
    .flatMap((task): PlanDuty[] => {
      const one = run.tasks[task.id]
      if (!isOpen(one) || !isForIt(task, facts) || !isForSomebody(task, one)) return []
      const { id, text, required = false } = task
      const { openedAt, due, person, team } = one
      const duty = { task: id, do: task.do, text, required, openedAt, ...(due !== undefined && { due }) }
      if (task.do === 'approval')
        return waitsFor(task.needs, one.asked ?? [], one.words ?? []).map((who) => ({
          ...duty,
          person: who.person,
        }))
      return [{ ...duty, ...(person !== undefined && { person }), ...(team !== undefined && { team }) }]
    })
}
