import type { Clock } from '~~/core/clock'
import type { Entry, ResortField } from '~~/core/ticket'
import type { GateField } from '~~/core/lifecycle'
import type { Because } from '~~/core/triage'

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
  dueAt: number | null
  loggedAt: number
  clocks: Clock[]
}

export interface TicketList {
  rows: Row[]
  next?: string
  total: number
  counts: Record<string, number>
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
}

/** Everything on the page of a ticket. */
export interface Ticket extends Row {
  sequence: number
  /** What it is sorted as, by id, and what else could be chosen. */
  sorted: Record<ResortField, string>
  choices: Record<ResortField, { value: string; label: string }[]>
  /** Whether it waits in Arrivals; whether it was turned away there; with which it is handled. */
  held: boolean
  rejected: boolean
  mergedInto: number | null
  /** Requesters of tickets that were merged into this one. */
  others: string[]
  statusId: string
  item: { id: string; name: string }
  kind: string
  answers: { name: string; label: string; answer: string }[]
  because: Record<string, Because>
  impact: string
  urgency: string
  requester: { id: string; name: string; mail?: string }
  siteZone: string
  cover: string | null
  agreement: number | null
  technicianId: string | null
  solvedBy: string | null
  remarks: string | null
  transitions: { to: string; label: string; gate: GateField[] }[]
  statuses: Record<string, string>
  people: Record<string, string>
  rungs: { target: string; share: number }[]
  deliveries: Delivery[]
  entries: Entry[]
}
