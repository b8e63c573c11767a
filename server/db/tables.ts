import type { ColumnType, Generated, JSONColumnType } from 'kysely'
import type { Clock } from '../../core/clock'
import type { Design } from '../../core/design'
import type { TicketState } from '../../core/ticket'
import type { Calendar } from '../../core/time'

/** A column that the database fills in when it is left out. */
type Filled<T> = ColumnType<T, T | undefined, T>
type Json<T extends object> = JSONColumnType<T, string, string>

/** A ticket that cannot follow an edition. */
export interface LeftOut {
  reference: number
  why: string
}

export interface Tables {
  setting: { key: string; value: Json<object> }
  organisation: { id: string; name: string }
  site: {
    id: string
    name: string
    zone: string
    organisation: string
    calendar: string
    priority: string | null
  }
  person: {
    id: string
    name: string
    mail: string
    role: string
    active: Filled<boolean>
    zone: string
    organisation: string | null
    site: string | null
    priority: string | null
    teams: Filled<string[]>
    shift: ColumnType<Calendar | null, string | null, string | null>
    password_hash: string | null
  }
  team: { id: string; name: string; lead: string | null }
  agreement: {
    number: number
    organisation: string
    cover: string
    starts: number
    ends: number
    /** Calendar of the design whose hours were bought. */
    calendar: string | null
    type: string | null
    contact: string | null
    phone: string | null
    mail: string | null
    address: string | null
    /** A decimal number, which the driver gives as text. */
    amount: ColumnType<string | null, number | string | null | undefined, number | string | null>
    remarks: string | null
  }
  equipment: {
    number: Generated<number>
    name: string
    maker: string | null
    model: string | null
    serial: string | null
    organisation: string
    site: string | null
    agreement: number | null
    warranty_until: number | null
    remarks: string | null
  }
  repair: {
    id: Generated<number>
    equipment: number
    shop: string
    sent_at: number
    sent_by: string
    expected_at: number | null
    reference: number | null
    back_at: number | null
    remarks: string | null
  }
  /** Open tickets that follow a newer edition, a batch at a time. */
  adoption: {
    edition: number
    asked_by: string
    asked_at: number
    state: 'running' | 'finished' | 'calledOff'
    /** How many of the lanes in which tickets follow are not at their end yet. */
    lanes_left: number
    total: number
    done: number
    /** How many cannot follow; the first of them with why. */
    left_behind: Filled<number>
    left_out: ColumnType<LeftOut[], string | undefined, string>
    ended_at: number | null
  }
  edition: {
    number: number
    document: Json<Design>
    note: string
    published_by: string | null
    published_at: number
  }
  draft: { id: number; document: Json<Design>; version: number; based_on: number }
  draft_change: {
    id: Generated<number>
    version: number
    list: string
    thing: string
    person: string
    at: number
  }
  ticket: {
    reference: number
    state: Json<TicketState>
    sequence: number
    edition: number
    summary: string
    kind: string
    item: string
    status: string
    status_group: string
    category: string
    priority: string
    priority_order: number
    queue: string
    team: string
    technician: string | null
    requester: string
    organisation: string | null
    site: string | null
    /** Whether it waits in Arrivals. */
    held: Filled<boolean>
    logged_at: number
    changed_at: number
    due_at: number | null
  }
  entry: { reference: number; sequence: number; at: number; actor: string; kind: string; body: Json<object> }
  clock: {
    reference: number
    target: string
    started_at: number
    /** The hours in which it counts: a calendar of an edition, with somebody's shifts laid over it. */
    calendar: string
    edition: number
    shift: Clock['shift'] | null
    granted: number
    paused: boolean
    /** Milliseconds left at a moment since which it has run without a break, or rested: any later balance follows. */
    balance: number
    balance_at: number
    due_at: number | null
    stopped_at: number | null
    outcome: string | null
  }
  alarm: { reference: number; key: string; at: number }
  outbox: {
    key: string
    reference: number
    person: string
    address: string
    sender: string
    template: string
    subject: string
    body: string
    state: Filled<string>
    attempts: Filled<number>
    detail: Filled<string>
    queued_at: number
  }
  session: {
    token_hash: string
    person: string
    portal: string | null
    inactivity_minutes: number
    signed_in_at: Filled<Date>
    seen_at: Filled<Date>
  }
  api_token: { token_hash: string; person: string; created_at: Filled<Date> }
  sign_in_attempt: { identifier: string; address: string; at: Filled<Date> }
  request_key: { person: string; key: string; body_hash: string; reference: number; at: Filled<Date> }
  standin_mail: {
    id: Generated<number>
    received_at: number
    message_id: string | null
    sender: string
    recipient: string
    subject: string
    text: string
    raw: Buffer
  }
  /** A file that somebody sent; until a ticket names it, it is not kept for long. */
  attachment: {
    id: string
    person: string | null
    name: string
    type: string
    size: number
    content: Buffer
    kept: Filled<boolean>
    added_at: Filled<Date>
  }
  article: {
    id: Generated<number>
    title: string
    /** In Markdown. */
    body: string
    keywords: string
    audience: 'requesters' | 'desk'
    /** The portals that show it; all when empty. */
    portals: string[]
    changed_at: number
    changed_by: string
    removed: Filled<boolean>
    search: ColumnType<string, never, never>
  }
  notice: {
    id: Generated<number>
    title: string
    body: string
    portals: string[]
    starts: number
    ends: number | null
    changed_by: string
  }
  /** Requests that were not sent, since an article or a notice solved them. */
  solved_by: {
    id: Generated<number>
    article: number | null
    notice: number | null
    portal: string
    item: string | null
    person: string
    at: number
  }
  /** What became of each mail to a mailbox of ours. */
  mail_in: {
    id: Generated<number>
    message_id: string
    recipient: string
    sender: string
    received_at: number
    outcome: string
    reference: number | null
    detail: Filled<string>
  }
}
