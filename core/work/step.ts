import type { AskedField, FieldValue, FieldValues } from '../fields'
import type { FindingCode } from '../finding'
import type { StatusGroup } from '../lifecycle'
import type { Reason, Told } from '../reason'

/** Where a move leads: the first status of a group that a way leads to, or a status by id. */
export interface Goal {
  group?: StatusGroup | 'away'
  status?: string
}

/** A way to a goal. */
export interface Way {
  status: string
  gate: readonly AskedField[]
  /** Tasks that must be done before. */
  open: readonly string[]
  /** Who hears of it, where somebody does. */
  tells: Told | null
}

export type SortField = 'category' | 'priority' | 'queue' | 'team'
export type BookingMark = 'begun' | 'finished' | 'calledOff'

/** The ticket as whoever makes the move finds it. */
export interface Looker {
  readonly person: string
  readonly kind: string
  readonly technician: string | null
  /** Whether its requester neither sees nor hears of it. */
  readonly isInternal: boolean
  /** Whether a timer of this person runs. */
  readonly hasTimer: boolean
  /** Who hears of a word to the requester, and which promises that keeps. */
  readonly told: Told
  /** What was asked, once it is known. */
  readonly asked: FieldValues | undefined
  sortedAs(field: SortField): string
  hasField(field: string): boolean
  /** What a field holds; null where it is empty. */
  valueOf(field: string): FieldValue | null
  /** A field as a move asks for it. */
  question(field: string): AskedField
  /** `there` when the ticket is there already; undefined when no way leads. */
  wayTo(goal: Goal): Way | 'there' | undefined
  /** What the fixed time is about that a mark would be on. */
  bookingFor(mark: BookingMark): string | undefined
  checklistName(id: string): string | undefined
  hasLadder(id: string): boolean
  /** Why a plan cannot begin; nothing where it can. */
  whyNoPlan(id: string): Reason | undefined
}

/** What can be done to it; all of it can be taken back, but for what was said. */
export interface Maker extends Looker {
  readonly asked: FieldValues
  enter(goal: Goal): void
  give(technician: string | null): void
  sort(field: SortField, value: string): void
  set(field: string, value: FieldValue | null): void
  startTimer(): void
  stopTimer(): void
  mark(as: BookingMark): void
  reply(text: string): void
  note(text: string): void
  addChecklist(id: string): void
  setOff(ladder: string): void
  beginPlan(id: string): void
}

/** Reads a step for faults. */
export interface StepReader {
  error(place: string, code: FindingCode, message: string): void
  refers(place: string, what: string, id: string | undefined | null): void
  /** A field is set to a value, emptied (null), or to what is asked (undefined). */
  sets(place: string, field: string, value: FieldValue | null | undefined): void
  /** A text with places for fields of the ticket and for what is asked. */
  says(place: string, text: string): void
  /** A status is gone to. */
  reaches(place: string, goal: Goal): void
  /** Whether the move asks for nothing. */
  readonly asksNothing: boolean
}

/** What one step comes to: what it will do, or why it does nothing; undefined where all is so already. */
export type Outlook = { will: Reason } | { wont: Reason } | undefined

/** What a new step begins with: the first of what it could name. */
export interface FirstNamed {
  priority: string
  field: string
  checklist: string
  ladder: string
  plan: string
}

/** A step's field on the screen: one of several choices or of a list, under its key in the step, or a field of its own. */
export type StepField =
  | { field: 'options'; key: string; label: string; options: Readonly<Record<string, string>> }
  | { field: 'choice'; key: string; label: string; of: 'checklist' | 'ladder' | 'plan' }
  | { field: 'goal' | 'sort' | 'setField' | 'text' }

/** Everything that there is to say about what a move can do; see `steps/`. */
export interface StepTerms<S> {
  /** What a lead chooses it by. */
  name: string
  field: StepField
  /** What it is at first, once it is chosen. */
  fresh(first: FirstNamed): S
  /** What is asked before. */
  asks?(at: Looker, step: S): readonly AskedField[]
  outlook(at: Looker, step: S): Outlook
  deed(at: Maker, step: S): void
  /** Finds what is wrong with it. */
  check?(reader: StepReader, place: string, step: S): void
}
