import type { ActionTerms } from '../action'
import { assign, type AssignAction } from './assign'
import { call, type CallAction } from './call'
import { checklist, type ChecklistAction } from './checklist'
import { handOn, type HandOnAction } from './handOn'
import { majorIncident, type MajorAction } from './majorIncident'
import { note, type NoteAction } from './note'
import { notify, type NotifyAction } from './notify'
import { plan, type PlanAction } from './plan'
import { queue, type QueueAction } from './queue'
import { raisePriority, type PriorityAction } from './raisePriority'
import { set, type SetAction } from './set'
import { setOff, type SetOffAction } from './setOff'
import { status, type StatusAction } from './status'
import { task, type TaskAction } from './task'
import { team, type TeamAction } from './team'

/** What a rung does. */
export type Action =
  | NotifyAction
  | PriorityAction
  | AssignAction
  | TeamAction
  | QueueAction
  | StatusAction
  | SetAction
  | NoteAction
  | TaskAction
  | ChecklistAction
  | PlanAction
  | HandOnAction
  | MajorAction
  | CallAction
  | SetOffAction

/**
 * Everything that a rung can do, in the order of the menu. To add one is to add a file beside this one, and its name
 * here.
 */
export const ACTIONS: { readonly [K in Action['do']]: ActionTerms<Extract<Action, { do: K }>> } = {
  notify,
  raisePriority,
  assign,
  team,
  queue,
  status,
  set,
  note,
  task,
  checklist,
  plan,
  handOn,
  majorIncident,
  call,
  setOff,
}

/** What there is to say about an action. */
export const termsOf = <A extends Action>(action: A): ActionTerms<A> =>
  ACTIONS[action.do] as unknown as ActionTerms<A>
