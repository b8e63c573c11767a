import type { Clock } from '~~/core/clock'
import type { AboutEquipment, Entry, ResortField, Major } from '~~/core/ticket'
import type { AskedField, FieldValue } from '~~/core/fields'
import type { BecauseWords } from '~~/core/explain'
import type { Booking, LinkKind, MoveIcon, Task, TicketPart, TimeRecord, Timer } from '~~/core/work'

/** One row of the Desk. */
export interface Row {
  reference: number
  summary: string
  category: string
  numeral: string
  priority: string
  priorityOrder: number
  organisation: string
  site: string
  queue: string
  team: string
  technician: string | null
  status: string
  statusGroup: string
  edition: number
  requester: string
  item: string
  statusId: string
  kind: string
  dueAt: number | null
  loggedAt: number
  changedAt: number
  waitingSince: number | null
  tasks: { done: number; all: number }
  clocks: Clock[]
  /** The fields of its kind in words, by name, without long texts. */
  fields: Record<string, string>
  /** Under which heading it stands. */
  under?: string
}

export interface TicketList {
  rows: Row[]
  next?: string
  total: number
  /** What the fields are called that stand in the rows. */
  fieldNames: Record<string, string>
  /** Whether there are more than were counted. */
  isMore: boolean
  counts: Record<string, number>
  /** The rule that decided them, in words, where one was asked for. */
  rule?: string
}

/** One running promise, as the Deadlines show it. */
export interface ClockRow {
  reference: number
  summary: string
  numeral: string
  priorityOrder: number
  team: string
  technician: string | null
  organisation: string
  site: string
  edition: number
  band: 'fine' | 'close' | 'over' | 'paused'
  balance: number
  dueAt: number | null
  clock: Clock
}

export interface ClockList {
  rows: ClockRow[]
  next?: string
  bands: Record<ClockRow['band'], number>
  overdrawn: number
  now: number
}

export interface Delivery {
  key: string
  person: string
  address: string
  subject: string
  template: string
  state: string
  attempts: number
  detail: string
  queued_at: number
  body: string
  channel: string
  urgent: boolean
  why: string | null
  not_before: number | null
  acknowledged_at: number | null
}

/** Everything on the page of a ticket. */
export interface Ticket extends Omit<Row, 'requester' | 'item' | 'tasks' | 'kind'> {
  sequence: number
  /** What it is sorted as, by id, and what else could be chosen. */
  sorted: Record<ResortField, string>
  choices: Record<ResortField, { value: string; label: string }[]>
  /** Whether it waits in Arrivals; whether it was turned away there; with which it is handled. */
  held: boolean
  rejected: boolean
  mergedInto: number | null
  /** What a monitor reported, if that made it. */
  signal: { text: string; count: number; lastAt: number; clearedAt?: number } | null
  /** Requesters of tickets that were merged into this one. */
  others: string[]
  statusId: string
  item: { id: string; name: string }
  kind: string
  answers: { name: string; label: string; answer: string }[]
  because: Record<string, BecauseWords>
  /** The fields of its kind that one sees. */
  kept: KeptField[]
  impact: string
  urgency: string
  requester: { id: string; name: string; mail?: string }
  siteZone: string
  cover: string | null
  agreement: number | null
  equipment: AboutEquipment | null
  department: string | null
  technicianId: string | null
  solvedBy: string | null
  remarks: string | null
  transitions: { to: string; label: string; gate: AskedField[]; tells: boolean }[]
  /** The desk’s own: its requester neither sees nor hears of it. */
  internal: boolean
  /** What a word to the requester keeps. */
  keptByWord: string[]
  /** What entries that are no replies say to the requester, by their number. */
  said: Record<number, string>
  statuses: Record<string, string>
  targets: Record<string, string>
  ladders: Record<string, string>
  levels: Record<string, string>
  people: Record<string, string>
  rungs: { target: string; share: number }[]
  deliveries: Delivery[]
  /** Ids of those who watch it. */
  watchers: string[]
  /** Names of ladders that climb and stop once somebody says that they have it. */
  waiting: string[]
  acknowledged: { ladder: string; by: string; at: number }[]
  major: Major | null
  /** The major incident that it belongs to. */
  follows: number | null
  moves: TicketMove[]
  /** The move made last, where it can be taken back. */
  lastMove: { sequence: number; name: string; at: number; mine: boolean; sent: boolean } | null
  /** Which parts of the page somebody sees, in their order. */
  layout: readonly TicketPart[]
  timers: Timer[]
  times: TimeRecord[]
  bookings: Booking[]
  tasks: Task[]
  links: { reference: number; as: LinkKind; words: string; summary: string; isDone: boolean }[]
  takes: { takes: number; from: 'typed' | 'median' | 'unknown' }
  entries: Entry[]
  /** What a newer release wrote and this one cannot read, in words. */
  unread: string[]
}

/** A field of a ticket: what it is, what it says, and whether one may change it. */
export interface KeptField extends Omit<AskedField, 'required'> {
  value: FieldValue | null
  words: string
  toRequester?: boolean
  mayChange: boolean
}

/** What a ticket has in its fields, by name. */
export const hadBy = ({ kept }: Pick<Ticket, 'kept'>): Record<string, FieldValue | null> =>
  Object.fromEntries(kept.map((one) => [one.name, one.value]))

/**
 * What is given where fields are asked: what is filled in, and what is emptied that was there. What one left alone is not
 * sent, so that what the ticket has answers for it, seen or not.
 */
export const givenFields = (
  asked: readonly { name: string }[],
  fields: Readonly<Record<string, FieldValue | null>>,
  had: Readonly<Record<string, FieldValue | null>> = {},
): Record<string, FieldValue | null> =>
  Object.fromEntries(
    asked.flatMap(({ name }) => {
      const value = fields[name] ?? null
      return value === null && (had[name] ?? null) === null ? [] : [[name, value]]
    }),
  )

/** A move of one's shelf, with what it would do to the ticket. */
export interface TicketMove {
  id: string
  name: string
  icon: MoveIcon | null
  key: string | null
  whyNot?: string
  will: string[]
  wont: string[]
  asks: AskedField[]
}
