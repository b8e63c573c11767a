import type { Recipient } from '../ladder/recipient'
import type { FindingCode } from '../finding'
import type { Condition, Facts } from '../condition'
import type { Instant } from '../time'
import type { DayOf } from './day'
import type { Doer } from './doer'
import type { PassedOn } from './outside'
import type { Approving } from './seal'

/** What a new task begins with: the first of what it could name. */
export interface FirstOfPlan {
  template: string
  webhook: string
  item: string
  form: string
}

/** Reads a task for faults. */
export interface PlanReader {
  error(place: string, code: FindingCode, message: string): void
  refers(place: string, what: string, id: string | undefined | null): void
  recipient(place: string, one: Recipient): void
  doer(place: string, one: Doer): void
  duration(place: string, text: string | undefined): void
  /** An answer that the requests of the plan give. */
  answered(place: string, question: string): void
  /** A form that is answered by whoever has a link. */
  byLink(place: string, form: string): void
  day(place: string, one: DayOf): void
  condition(place: string, when: Condition | undefined): void
  fact(place: string, name: string): void
  /** A ticket of an item is asked for, some of its questions answered beforehand. */
  asks(place: string, item: string, passes: readonly PassedOn[]): void
}

/** The request as a task of the desk's own finds it. */
export interface PlanMoment {
  now: Instant
  facts: Facts
  /** The moment that a day comes to; nothing where none is answered. */
  momentOf(day: DayOf): Instant | undefined
}

/** What a task can do to its ticket when it opens; all is written down with the plan as its reason. */
export interface PlanHands {
  tell(to: readonly Recipient[], template: string): void
  ask(approving: Approving): void
  /** Whoever has the task is asked for the answers of its form. */
  askForm(): void
  /** Another system is called, or a ticket of an item is asked for. */
  askOutside(what: { webhook: string } | { item: string }): void
}

/** What ends a task: that somebody has done it, the words or answers of those who are asked, the desk, or what is outside. */
export type EndedBy = 'doer' | 'asked' | 'answers' | 'desk' | 'outside'

/** Everything that there is to say about what a task of a plan can be; see `tasks/`. */
export interface PlanTaskTerms<T> {
  /** What a lead chooses it by. */
  name: string
  endedBy: EndedBy
  /** What it is at first, once it is chosen. */
  fresh(first: FirstOfPlan): Omit<T, 'id' | 'text'>
  /** What it does as soon as it opens. */
  begin?(hands: PlanHands, task: T): void
  /** Of what the desk ends itself: whether it is over. */
  isOver?(task: T, at: PlanMoment): boolean
  /** When that is to be asked again, though nothing happens. */
  over?(task: T, at: PlanMoment): Instant | undefined
  /** Finds what is wrong with it. */
  check?(reader: PlanReader, place: string, task: T): void
}
