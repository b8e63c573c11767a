import type { Instant, WorkingTime } from '../time'
import { momentAfter } from './day'
import type { Stage } from './plan'
import type { OutsideRun } from './outside'
import type { Asked, Query, Word } from './seal'

/** A plan under way on a ticket. */
export interface PlanRun {
  /** Unique on its ticket: the number of the entry with which it began. */
  id: number
  plan: string
  name: string
  /** The edition that has the plan as it is followed here. */
  edition: number
  /** In which the days of answers are meant. */
  zone: string
  beganAt: Instant
  /** Stages that have opened or were passed over; sent back, one is no longer here. */
  stages: Record<string, StageRun>
  /** Tasks that have opened. */
  tasks: Record<string, TaskRun>
  /** How often each stage was entered, where that was more than once. */
  rounds?: Record<string, number>
  ended?: PlanEnd
}

/** How a plan ended: all of it was done, an approval was refused, or somebody called it off. */
export interface PlanEnd {
  at: Instant
  how: 'done' | 'refused' | 'calledOff'
}

export interface StageRun {
  openedAt: Instant
  throughAt?: Instant
  /** It was not for this request. */
  passed?: true
}

/** How the time stands in which a stage is to be through. */
export interface StageTarget {
  /** Left out while it stands still. */
  dueAt?: Instant
  isLate: boolean
  rests: boolean
}

/**
 * How the time of a stage that has opened stands: by its clock, or as it would without any that stands still.
 * @returns undefined where it may take as long as it takes
 */
export function timeOfStage(
  { id, takes }: Pick<Stage, 'id' | 'takes'>,
  { openedAt, throughAt, passed }: StageRun,
  {
    now,
    hours,
    targetOf,
  }: {
    now: Instant
    hours: Pick<WorkingTime, 'add'>
    targetOf?: (stage: string) => StageTarget | undefined
  },
): StageTarget | undefined {
  const byClock = targetOf?.(id)
  if (byClock || takes === undefined || passed) return byClock
  const dueAt = momentAfter(hours, openedAt, takes)
  return dueAt === undefined ? undefined : { dueAt, isLate: (throughAt ?? now) > dueAt, rests: false }
}

/** Who has a task, and by when. */
export interface Opened {
  task: string
  due?: Instant
  person?: string
  team?: string
}

/** How a task came to its end. */
export type TaskEnd = 'done' | 'notNeeded' | 'letGo' | 'refused'

export interface TaskRun extends Omit<Opened, 'task'> {
  openedAt: Instant
  end?: { how: TaskEnd; at: Instant; by?: string; why?: string }
  /** Of an approval: whose word is asked for, and what was said. */
  asked?: Asked[]
  words?: Word[]
  /** What those who are asked want to know first. */
  queries?: Query[]
  /** When they, or those for answers, were asked last, and how often they were reminded. */
  askedAt?: Instant
  reminded?: number
  /** Of questions that somebody else answers. */
  form?: FormRun
  /** Of what another system or ticket does. */
  outside?: OutsideRun
}

/** What came of questions that somebody else answers. */
export interface FormRun {
  /** The mail address of whoever is asked and is not in the directory. */
  address?: string
  /** The questions that were answered, by name. */
  answered?: string[]
}

/** Whether a stage has opened and is not through. */
export const isOpenStage = ({ stages }: Pick<PlanRun, 'stages'>, id: string): boolean =>
  stages[id] !== undefined && stages[id].throughAt === undefined

/** Whether a task is done, or is not needed any more. */
export const isSettled = (task: TaskRun | undefined): boolean => task?.end !== undefined

/** Whether somebody has to see to what the outside has not done. */
export const hasFailed = (task: TaskRun): boolean => task.outside?.fault !== undefined

/** Whether a task has opened and is still to do. */
export const isOpen = (task: TaskRun | undefined): task is TaskRun =>
  task !== undefined && task.end === undefined
