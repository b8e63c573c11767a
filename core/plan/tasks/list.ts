import type { PlanTaskTerms } from '../task'
import { approval, type ApprovalTask } from './approval'
import { call, type CallTask } from './call'
import { form, type FormTask } from './form'
import { message, type MessageTask } from './message'
import { ticket, type TicketTask } from './ticket'
import { wait, type WaitTask } from './wait'
import { work, type WorkTask } from './work'

/** A task of a plan. */
export type PlanTask = WorkTask | ApprovalTask | FormTask | WaitTask | MessageTask | CallTask | TicketTask
export type PlanTaskKind = PlanTask['do']

/**
 * Everything that a task of a plan can be, in the order of the menu. To add one is to add a file beside this one, and
 * its name here.
 */
export const PLAN_TASKS: { readonly [K in PlanTaskKind]: PlanTaskTerms<Extract<PlanTask, { do: K }>> } = {
  work,
  approval,
  form,
  wait,
  message,
  call,
  ticket,
}

/** What there is to say about a task. */
export const planTaskTerms = <T extends PlanTask>(task: T): PlanTaskTerms<T> =>
  PLAN_TASKS[task.do] as unknown as PlanTaskTerms<T>
