import type { StepTerms } from '../step'
import { assign, type Give } from './assign'
import { booking, type MarkBooking } from './booking'
import { checklist, type AddChecklist } from './checklist'
import { ladder, type SetOffLadder } from './ladder'
import { note, type WriteNote } from './note'
import { reply, type Reply } from './reply'
import { set, type SetStep } from './set'
import { sort, type SortStep } from './sort'
import { status, type ToStatus } from './status'
import { timer, type TurnTimer } from './timer'

/** One thing that a move does. Texts may use the fields of templates, and `{name}` of what the move asks. */
export type MoveStep =
  | ToStatus
  | Give
  | SortStep
  | SetStep
  | TurnTimer
  | MarkBooking
  | Reply
  | WriteNote
  | AddChecklist
  | SetOffLadder

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
}

/** What there is to say about a step. */
export const stepTerms = <S extends MoveStep>(step: S): StepTerms<S> =>
  STEPS[step.do] as unknown as StepTerms<S>
