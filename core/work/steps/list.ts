import type { StepTerms } from '../step'
import { assign, type AssignStep } from './assign'
import { booking, type BookingStep } from './booking'
import { checklist, type ChecklistStep } from './checklist'
import { ladder, type LadderStep } from './ladder'
import { note, type NoteStep } from './note'
import { plan, type PlanStepOfMove } from './plan'
import { reply, type ReplyStep } from './reply'
import { set, type SetStep } from './set'
import { sort, type SortStep } from './sort'
import { status, type StatusStep } from './status'
import { timer, type TimerStep } from './timer'

/** One thing that a move does. Texts may use the fields of templates, and `{name}` of what the move asks. */
export type MoveStep =
  | StatusStep
  | AssignStep
  | SortStep
  | SetStep
  | TimerStep
  | BookingStep
  | ReplyStep
  | NoteStep
  | ChecklistStep
  | LadderStep
  | PlanStepOfMove

/**
 * Everything that a move can do, in the order of the menu. To add one is to add a file beside this one, and its name
 * here.
 */
export const STEPS: { readonly [K in MoveStep['do']]: StepTerms<Extract<MoveStep, { do: K }>> } = {
  status,
  assign,
  sort,
  set,
  timer,
  booking,
  reply,
  note,
  checklist,
  ladder,
  plan,
}

/** What there is to say about a step. */
export const stepTerms = <S extends MoveStep>(step: S): StepTerms<S> =>
  STEPS[step.do] as unknown as StepTerms<S>
