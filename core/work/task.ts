import type { Condition } from '../condition'
import type { Instant } from '../time'
import type { Evidence, Given } from './evidence'

/** What a task says, in a checklist or on a ticket. */
export interface TaskWords {
  text: string
  description?: string
  /** A ticket is not done before it is. */
  required?: boolean
  /** Somebody of this team does it. */
  team?: string
  /** Id of whoever does it. */
  person?: string
  /** What has to be given when it is ticked. */
  evidence?: Evidence
  /** Told apart by this where tasks of a checklist are counted; by its text if left out. */
  key?: string
}

/** A task of a checklist. */
export interface ListedTask extends TaskWords {
  /** Due so much working time after it came, as an ISO 8601 duration in the hours of the desk. */
  within?: string
}

/** One thing to do on a ticket. */
export interface Task extends TaskWords {
  id: string
  /** Name of the checklist that it came with. */
  checklist?: string
  /** Id of that checklist: `visit`, or `kept:12` of one that was kept from a ticket. */
  list?: string
  /** The requester sees it. */
  shown?: boolean
  /** When it was written down; not known of those of older releases. */
  came?: Instant
  due?: Instant
  done?: { by: string; at: Instant; given?: Given }
  /** It is left out. */
  notNeeded?: { by: string; at: Instant; why: string }
}

/** Tasks kept for use again. */
export interface Checklist {
  id: string
  name: string
  /** Only this team is offered it; everybody if left out. */
  team?: string
  /** Comes to a ticket by itself where this holds; only by hand, by a move, a ladder or a plan if left out. */
  when?: Condition
  /** Requesters see its tasks, and how far they are. */
  shown?: boolean
  tasks: ListedTask[]
}

/** Most tasks of a ticket, and of a checklist. */
export const MOST_TASKS = 200

/** Longest text of a task, in characters. */
export const LONGEST_TASK = 300

/** Whether nobody has to do it any more: it is done, or not needed. */
export const isSettled = ({ done, notNeeded }: { done?: unknown; notNeeded?: unknown }): boolean =>
  done !== undefined || notNeeded !== undefined

/** The tasks that keep a ticket from being done. */
export const openRequired = (tasks: readonly Task[] = []) =>
  tasks.filter((one) => one.required && !isSettled(one))

/** By what a task is counted, among those of its checklist. */
export const countedAs = ({ key, text }: Pick<TaskWords, 'key' | 'text'>): string => key ?? text

/**
 * A task of a checklist with other words or terms. It is counted as before, whatever it is called now.
 */
export const reworded = (task: ListedTask, change: Partial<ListedTask>): ListedTask => ({
  ...task,
  ...(change.text !== undefined && change.text !== task.text && { key: countedAs(task) }),
  ...change,
})
