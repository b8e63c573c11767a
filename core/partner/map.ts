import type { Condition } from '../condition'
import type { DecisionTable } from '../table'
import type { OfferedType, Spoken } from './offer'

// What one desk says to a partner, and what it takes in: each side writes its own two maps and nothing of the other's.

/** Where what is said of a field comes from: a fact of the ticket, or words with its fields in `{places}`. */
export type Source = { fact: string } | { text: string } | { due: 'respond' | 'resolve' }

/** One of our values, and what the partner is told for it. */
export interface SentValue {
  ours: string
  sent: string
  /** What it is called in the offer. */
  name: string
}

/** A field as the partner is told it. */
export interface SentField {
  /** By which the partner knows it. */
  id: string
  name: string
  type: OfferedType
  from: Source
  /** Only these are said; any value as it is where there is no table. */
  values?: SentValue[]
  /** Said only while it holds. */
  when?: Condition
}

/** What a ticket can have from a partner. */
export const TAKEN_TARGETS = [
  'summary',
  'status',
  'priority',
  'category',
  'impact',
  'urgency',
  'queue',
  'team',
  'technician',
] as const
export type PlainTarget = (typeof TAKEN_TARGETS)[number]

/** What they are called. */
export const TARGET_NAMES: Readonly<Record<PlainTarget, string>> = {
  summary: 'Title',
  status: 'Status',
  priority: 'Priority',
  category: 'Category',
  impact: 'Impact',
  urgency: 'Urgency',
  queue: 'Queue',
  team: 'Team',
  technician: 'Technician',
}

/** A fact of our ticket that is set: one of its own, or `field.NAME`. */
export type TakenTarget = PlainTarget | `field.${string}`

/** Whether something is a field of our kinds, and no value that every ticket has. */
export const isOwnField = (target: TakenTarget): target is `field.${string}` => target.startsWith('field.')

/** What becomes of a field that was changed on both sides before either had heard of it. */
export const CONFLICT_RULES = ['ours', 'theirs', 'later', 'ask'] as const
export type ConflictRule = (typeof CONFLICT_RULES)[number]

/** One of their values, and what it is here. */
export interface TakenValue {
  theirs: string
  ours: string
}

/** A field of the partner, and what it becomes here. */
export interface TakenField {
  /** Their name of it. */
  from: string
  to: TakenTarget
  /** Only these are taken; any value as it is where there is no table. */
  values?: TakenValue[]
  /** What any other value becomes; refused if left out. */
  otherwise?: string
  /** Taken only where it holds of our ticket, or of what they say: `theirs.FIELD`. */
  when?: Condition
  /** The later one if left out. */
  conflict?: ConflictRule
}

/** What their status does to our targets. */
export type ClockDeed = 'pause' | 'resume'

/** What the partner says that answers a question of the item as which a ticket begins here. */
export interface AnsweredBy {
  /** Their field. */
  from: string
  /** One of ours that is answered in words. */
  question: string
}

/** How a ticket begins here that the partner has sent. */
export interface Beginning {
  /** Our catalog item, by what they say; outcome `item`, the facts are `theirs.FIELD`. */
  table: DecisionTable
  /** The item where no row fits; refused if left out. */
  otherwise?: string
  portal?: string
  /** Their field with the mail address of whoever asks, by which somebody here is found. */
  mail?: string
  /** Answers that they give; of another item's questions nothing is made. */
  answers?: AnsweredBy[]
  /** Who asks where nobody is found. */
  requester: string
}

/** What we say to a partner. */
export interface Sends extends Spoken {
  /** Once they are asked, what was said before goes with it, of what else goes over. */
  earlier?: true
  /** Tickets that go by themselves, when they are logged or whenever they change. */
  rule?: { when: Condition; on: 'logged' | 'changed' }
  fields: SentField[]
}

/** What a partner owes us while a ticket is with it: a target of its own, which ladders climb along like others. */
export interface Owed {
  id: string
  name: string
  /** The calendar of ours in whose hours it counts. */
  calendar: string
  /** Time granted by our priority, as ISO 8601 durations; a priority without one starts no clock. */
  granted: Record<string, string>
  /** Their field with the moment by which they say that they keep it; counts instead of what is granted. */
  by?: string
  /** It is kept once this holds of our ticket, or of what they say: `theirs.FIELD`. */
  keptWhen: Condition
  /** It rests while this holds, unless they say by when. */
  restsWhen?: Condition
}

/** What we take from a partner. */
export interface Takes extends Spoken {
  /** Left out where they send us no tickets of their own. */
  begins?: Beginning
  fields: TakenField[]
  /** By a value of one of their fields: targets pause or go on. */
  clocks?: { field: string; deeds: Record<string, ClockDeed> }
  owed?: Owed[]
}

/** How tickets are exchanged with one partner, which its id names. */
export interface Exchange {
  id: string
  name: string
  sends: Sends
  takes: Takes
}

/** What there is before anybody has chosen anything: nothing goes either way. */
export const newExchange = (id: string, name: string): Exchange => ({
  ...{ id, name },
  sends: { fields: [] },
  takes: { fields: [] },
})

/** The field of the partner that our map takes for how their ticket stands; undefined where it takes none. */
export const statusFieldOf = ({ takes }: Pick<Exchange, 'takes'>): string | undefined =>
  takes.fields.find(({ to }) => to === 'status')?.from

/** A fact of what the partner says. */
export const theirFact = (field: string): string => `theirs.${field}`

/** The field of the partner that a fact names; undefined of a fact of our own. */
export const theirFieldOf = (fact: string): string | undefined =>
  fact.startsWith('theirs.') ? fact.slice('theirs.'.length) : undefined

/** Our fact that a sent field says; undefined of words and promises, which nobody sets. */
export const factSaid = ({ from }: SentField): string | undefined => ('fact' in from ? from.fact : undefined)

/** Facts that change with one that a partner may set. */
const FOLLOWS: Readonly<Record<string, TakenTarget>> = { statusGroup: 'status' }

/** What of ours says a fact that a partner may set: the fields by which they would hear their own word again. */
export const saying = ({ fields }: Sends, target: TakenTarget): string[] =>
  fields
    .filter(
      (one) =>
        factSaid(one) === target ||
        FOLLOWS[factSaid(one) ?? ''] === target ||
        ('text' in one.from && one.from.text.trim() === `{${target}}`),
    )
    .map((one) => one.id)
