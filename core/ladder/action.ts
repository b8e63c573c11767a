import type { Facts, FactValue } from '../condition'
import type { FieldValue } from '../fields'
import type { FindingCode } from '../finding'
import type { Reason } from '../reason'
import type { LadderEvent } from './event'
import type { PlainRecipient, Recipient } from './recipient'

/** How the things are called that an action names. */
export interface ActionVocabulary {
  person: (id: string) => string
  rota: (id: string) => string
  question: (name: string) => string
  team: (id: string) => string
  queue: (id: string) => string
  priority: (id: string) => string
  status: (id: string) => string
  field: (name: string) => string
  fieldValue: (name: string, value: FieldValue) => string
  webhook: (id: string) => string
  checklist: (id: string) => string
  ladder: (id: string) => string
  plan: (id: string) => string
}

/** What a new action begins with: the first of what it could name. */
export interface FirstOf {
  template: string
  team: string
  queue: string
  status: string
  field: string
  checklist: string
  webhook: string
  ladder: string
  plan: string
}

/** An action's field on the screen: one of a list, under the key that it has in the action, or a field of its own. */
export type ActionField =
  | { field: 'choice'; of: keyof FirstOf | 'priority'; key: string; label: string; nothing?: string }
  | { field: 'recipients' | 'setField' | 'text' | 'task' | 'none' }
  /** Somebody of the desk, or who else is named here. */
  | { field: 'recipient'; also?: readonly PlainRecipient[] }

/** What may come of an action, for finding what sets off what: an event, and facts that change. */
export interface Effect {
  why: string
  event?: LadderEvent
  /** The facts that change, with what they become where that is known. */
  facts?: Facts
}

/** A fact becomes something, nobody knows what. */
export const ANY_VALUE = Symbol('any value') as unknown as FactValue

/** Reads an action for faults; in the design's words `what` is a kind of thing that is named by id. */
export interface ActionReader {
  error(place: string, code: FindingCode, message: string): void
  refers(place: string, what: string, id: string | undefined | null): void
  recipient(place: string, one: Recipient): void
  /** A field is set to a value, or emptied. */
  sets(place: string, field: string, value: FieldValue | null): void
  /** A status is entered by nobody, so that its gate can ask nobody. */
  enters(place: string, status: string): void
}

/** Somebody who was found for a recipient: a person of the directory, or an address outside of it. */
export type Found = { id: string } | { address: string; name: string }

/** What an action comes to: who is told, what it cannot do, and how it is done. */
export interface Deed {
  told?: readonly Found[]
  missing?: Reason[]
  run?: () => void
}

/** The ticket as a rung finds it, and what can be done to it; all is written down with the rung as its reason. */
export interface Hands {
  readonly ticket: {
    readonly priority: string
    readonly queue: string
    readonly team: string
    readonly technician: string | null
    readonly isMajor: boolean
  }
  /** Priorities above the ticket's, the nearest first. */
  readonly higher: readonly string[]
  /** Who a recipient is just now. */
  find(recipient: Recipient): readonly Found[]
  tell(found: readonly Found[], template: string, more?: { urgent?: boolean; isRung?: boolean }): void
  sort(field: 'priority' | 'queue', value: string): void
  give(technician: string | null, team: string): void
  /** Moves it on, with what its gate asks as far as the rung can tell. */
  enter(status: string): Deed
  set(field: string, value: FieldValue | null): Deed
  note(text: string): void
  addTask(text: string, isRequired: boolean): void
  addChecklist(checklist: string): Deed
  beginPlan(plan: string): Deed
  /** Approvals that nobody has answered are asked of others: whether there are any, and how, where somebody is found. */
  handOn(to: Recipient): { hasAny: boolean; run?: () => void }
  declareMajor(): void
  call(webhook: string): void
  setOff(ladder: string): Deed
}

/** Everything that there is to say about what a rung can do; see `actions/`. */
export interface ActionTerms<A> {
  /** What a lead chooses it by. */
  name: string
  field: ActionField
  /** What it is at first, once it is chosen. */
  fresh(first: FirstOf): A
  /** In words, after “then”. */
  said(action: A, words: ActionVocabulary): string
  /** Finds what is wrong with it. */
  check?(reader: ActionReader, place: string, action: A): void
  /**
   * What it may bring about.
   * @param priorities ids, the most urgent first
   */
  effects?(action: A, priorities: readonly string[]): Effect[]
  /** The ladder that it sets off, whatever that is for. */
  setsOff?(action: A): string
  deed(hands: Hands, action: A): Deed
}

/** That nobody was found for a recipient. */
export const notFound = ({ to }: Recipient): Reason => ({ is: 'nobodyFound', recipient: to })
