import type { Condition } from '../condition'
import type { Instant } from '../time'

/** One thing to do on a ticket. */
export interface Task extends TaskWords {
  id: string
  /** Name of the checklist that it came with. */
  checklist?: string
  due?: Instant
  person?: string
  done?: { by: string; at: Instant }
}

/** What a task says, in a checklist or on a ticket. */
export interface TaskWords {
  text: string
  description?: string
  /** A ticket is not done before it is. */
  required?: boolean
}

/** Tasks kept for use again. */
export interface Checklist {
  id: string
  name: string
  /** Only this team is offered it; everybody if left out. */
  team?: string
  /** Comes to a new ticket by itself where this holds; only by hand or by a move if left out. */
  when?: Condition
  tasks: TaskWords[]
}

export const MOST_TASKS = 200

/** The tasks that keep a ticket from being done. */
export const openRequired = (tasks: readonly Task[] = []) => tasks.filter((one) => one.required && !one.done)
