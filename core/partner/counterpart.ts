import type { Instant } from '../time'
import { newCounterpart, type Crossed, type Counterpart, type EndWhy, type Tiding } from './exchange'
import type { TakenTarget } from './map'
import type { Wire, WireValue } from './offer'
import type { SentLine } from './sending'
import type { TakenLine, UntakenWhy } from './taking'

/** How one ticket stands with one partner: the exchange of it, and what is known of the ticket there. */
export interface TicketCounterpart extends Counterpart {
  /** Of its own on this ticket. */
  id: number
  partner: string
  /** What the partner was called when it began. */
  name: string
  /** By which both sides know it: made by the one that began. */
  link: string
  begun: Begun
  askedAt: Instant
  /** The number of the ticket there, once they have said it. */
  reference?: number
  /** They do not take it, and why in their words. */
  refused?: string
  heardAt?: Instant
  /** What of our last word is nothing there, and of theirs nothing here. */
  untakenThere?: readonly Untaken[]
  untakenHere?: readonly Untaken[]
}

export type Begun = 'here' | 'there'

/** A field that was said and is nothing on the other side, and why. */
export interface Untaken {
  field: string
  value: WireValue
  why: UntakenWhy
  /** Why it was refused, in words. */
  said?: string
}

/** Those that the other side is told of: what nobody maps is no news. */
export const TOLD_BACK: readonly UntakenWhy[] = ['unmapped', 'empty', 'refused']

/** A field that was taken in. */
export interface TakenIn {
  field: string
  value: WireValue
  to: TakenTarget
  becomes: WireValue
}

/** What the record keeps of a word of the partner. */
export interface HeardWord {
  sequence: number
  heard: number
  stamp: number
  changes: Wire
  /** How many replies and notes came with it; they stand in the conversation. */
  said: number
  hops?: number
  ends?: EndWhy
}

export const heardWordOf = ({ said, ...tiding }: Tiding): HeardWord => ({ ...tiding, said: said.length })

/** Everything that a word of the partner has led to. */
export interface Taken {
  taken: TakenIn[]
  untaken: Untaken[]
  conflicts: Crossed[]
  targets: TakenTarget[]
  known: Wire
}

/** A ticket that a partner has sent, as it begins here. */
export interface SentHere {
  partner: string
  name: string
  link: string
  /** The number of the ticket there. */
  reference: number
  tiding: Tiding
}

/** A ticket that is about to be exchanged. */
export const newTicketCounterpart = (
  one: Pick<TicketCounterpart, 'id' | 'partner' | 'name' | 'link' | 'begun' | 'askedAt' | 'reference'>,
): TicketCounterpart => ({ ...newCounterpart(), ...one })

/** How an exchange stands, apart from what is on its way. */
export const COUNTERPART_STANDS = ['asked', 'linked', 'refused', 'ended'] as const
export type CounterpartStands = (typeof COUNTERPART_STANDS)[number]

export function standsOf({
  ended,
  refused,
  reference,
}: Pick<TicketCounterpart, 'ended' | 'refused' | 'reference'>): CounterpartStands {
  if (ended) return 'ended'
  if (refused !== undefined) return 'refused'
  return reference === undefined ? 'asked' : 'linked'
}

/** Whether something is exchanged still. */
export const isExchanged = (one: TicketCounterpart): boolean =>
  one.ended === undefined && one.refused === undefined

/** What is not taken, of the lines of a map; with what was refused on top. */
export const untakenOf = (lines: readonly TakenLine[]): Untaken[] =>
  lines.flatMap(({ field, value, why }) => (why ? [{ field, value, why }] : []))

/** Why an exchange has ended, in words. */
export const END_WORDS: Readonly<Record<EndWhy, string>> = {
  byHand: 'somebody ended it',
  merged: 'the ticket was merged into another',
  calledOff: 'the ticket was called off',
}

/** Why nothing is said of a field, in words. */
export const UNSAID_WORDS: Readonly<Record<NonNullable<SentLine['why']>, string>> = {
  notNow: 'its condition does not hold',
  unmapped: 'the table has no such value',
  misfit: 'it is of another type',
}

/** Why something is not taken in, in words. */
export const UNTAKEN_WORDS: Readonly<Record<UntakenWhy, string>> = {
  notMapped: 'nobody has said what it becomes',
  notNow: 'its condition does not hold',
  unmapped: 'the table has no such value',
  empty: 'it is empty, and something is needed',
  refused: 'the ticket cannot be so now',
}
