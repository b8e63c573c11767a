import type { Acceptance, Lack } from '~~/core/ticket'
import type { BecauseWords } from '~~/core/explain'
import type { Choice } from './useChoices'

/** A ticket that waits to be accepted. */
export interface Arrival {
  reference: number
  summary: string
  requester: string
  organisation: string
  item: string
  portal: string | null
  channel: string
  loggedAt: number
  /** Milliseconds in the hours of the desk. */
  waited: number
  waitsForRequester: boolean
  answeredAt: number | null
  lacks: Lack[]
}

export interface ArrivalList {
  rows: Arrival[]
  total: number
  next?: string
}

export interface ArrivalPage extends Arrival {
  alike: {
    reference: number
    summary: string
    requester: string
    status: string
    loggedAt: number
    why: string[]
  }[]
  suggested: { ticketKind: string; category: string }
  choices: Record<keyof Acceptance, Choice[]>
}

/** What would become of a held ticket if it were accepted. */
export interface Outlook {
  edition: number
  kind: string
  category: string
  numeral: string
  priority: string
  queue: string
  team: string
  technician: string | null
  because: Record<string, BecauseWords>
  promises: { target: string; label: string; dueAt: number | null; because: BecauseWords }[]
}
