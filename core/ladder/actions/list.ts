import type { ActionTerms } from '../action'
import { assign, type Assign } from './assign'
import { call, type CallSystem } from './call'
import { checklist, type AddChecklist } from './checklist'
import { majorIncident, type DeclareMajor } from './majorIncident'
import { note, type Note } from './note'
import { notify, type Notify } from './notify'
import { queue, type ToQueue } from './queue'
import { raisePriority, type RaisePriority } from './raisePriority'
import { set, type SetField } from './set'
import { setOff, type SetOff } from './setOff'
import { status, type ToStatus } from './status'
import { task, type AddTask } from './task'
import { team, type ToTeam } from './team'

/** What a rung does. */
export type Action =
  | Notify
  | RaisePriority
  | Assign
  | ToTeam
  | ToQueue
  | ToStatus
  | SetField
  | Note
  | AddTask
  | AddChecklist
  | DeclareMajor
  | CallSystem
  | SetOff

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
  majorIncident,
  call,
  setOff,
}

/** What there is to say about an action. */
export const termsOf = <A extends Action>(action: A): ActionTerms<A> =>
  ACTIONS[action.do] as unknown as ActionTerms<A>
