import type { Clock } from '../clock'
import type { Answers } from '../intake'
import type { Instant } from '../time'
import type { Because, TriageResult } from '../triage'

/** Who caused an entry: a person, or the desk itself. */
export type Actor = { person: string } | { system: string }

/** Values that triage sets and a person may change; each has a because. */
export type SortedField = 'category' | 'impact' | 'urgency' | 'priority' | 'queue' | 'team' | 'technician'

/** How a request came in. */
export type Channel = 'portal' | 'desk' | 'api' | 'mail'

/** A file that was sent with a ticket; what is in it is kept apart. */
export interface Attached {
  id: string
  name: string
  /** Media type as its sender called it. */
  type: string
  /** Bytes. */
  size: number
}

export interface LoggedBody {
  kind: 'logged'
  reference: number
  item: string
  ticketKind: string
  portal: string | null
  channel: Channel
  summary: string
  answers: Answers
  requester: string
  organisation: string | null
  site: string | null
  cover: string | null
  agreement: number | null
  /** The edition that decides everything about this ticket from here on. */
  edition: number
  status: string
  /** Set where it is kept in Arrivals until somebody accepts it. */
  held?: true
  /** The files that its answers name by their ids. */
  attachments?: Attached[]
}

export interface QueuedMessage {
  /** Unique over the whole desk; a repeat of the message is recognised by it. */
  key: string
  person: string
  address: string
  template: string
  subject: string
}

/** A message with its text, for the outbox. */
export interface OutgoingMessage extends QueuedMessage {
  body: string
  from: string
}

export type DeliveryState = 'queued' | 'sent' | 'failed' | 'givenUp'

/** Other hours for a clock. */
export type ClockMove = Pick<Clock, 'edition' | 'calendar' | 'shift'> & {
  /** Milliseconds counted in the hours before, where the new ones would have counted another sum. */
  spent?: number
  /** What the statement says of that sum. */
  note?: string
}

/** What happened. Entries are facts: never changed, never removed. */
export type EntryBody =
  | LoggedBody
  | { kind: 'sorted'; values: TriageResult }
  /** Somebody let a held ticket in; what it is sorted as follows in `sorted`. */
  | { kind: 'accepted'; ticketKind: string; status: string; level?: string }
  | { kind: 'rejected'; status: string; text: string }
  | { kind: 'heldAgain'; status: string; why: string }
  | { kind: 'merged'; into: number; status: string }
  | { kind: 'tookIn'; from: number; summary: string; requesters: string[]; text: string }
  | { kind: 'clocksStarted'; clocks: (Clock & { because: Because })[] }
  | { kind: 'clocksPaused'; targets: string[]; why: string; byHand?: true }
  | { kind: 'clocksResumed'; targets: string[]; why: string }
  | { kind: 'clockExtended'; target: string; by: number; granted: number; why: string }
  | { kind: 'resorted'; field: SortedField; value: string; because: Because }
  | {
      kind: 'clockChanged'
      target: string
      label: string
      serviceLevel: string
      granted: number
      stopOn: Clock['stopOn']
      pauseIn: Clock['pauseIn']
      why: string
      /** Set when other hours count from now on. */
      moved?: ClockMove
      because: Because
    }
  | { kind: 'clockStopped'; target: string; outcome: 'kept' | 'missed' | 'cancelled'; balance: number }
  | { kind: 'clockReopened'; target: string; why: string }
  /** The ticket follows a newer edition from here on. */
  | {
      kind: 'editionAdopted'
      from: number
      to: number
      /** Targets whose calendar says something else there, but nothing else about the time that has passed. */
      hours: string[]
    }
  /** Rungs that lay in the past already when their ladder came to the ticket, and do not ring. */
  | { kind: 'rungsPassed'; alarms: string[] }
  | {
      kind: 'statusMoved'
      from: string
      to: string
      fields: Record<string, string>
      /** Why it moved by itself; missing when a person moved it. */
      because?: Because
    }
  | { kind: 'assigned'; technician: string | null; team: string; because: Because }
  | { kind: 'replied'; text: string }
  | { kind: 'noted'; text: string; attachments?: Attached[] }
  /** `quoted` is what stood below the answer in a mail. */
  | { kind: 'answered'; text: string; quoted?: string; attachments?: Attached[] }
  | { kind: 'overdrawn'; target: string; dueAt: Instant }
  | {
      kind: 'rungRang'
      alarm: string
      ladder: string
      rung: string
      name: string
      share: number
      target: string
      dueAt: Instant
      told: string[]
      missing: string[]
    }
  /** Nothing happened for as long as an idle timer says; `told` are the people it tells. */
  | { kind: 'idleRang'; alarm: string; timer: string; why: string; dueAt: Instant; told: string[] }
  | { kind: 'messagesQueued'; messages: QueuedMessage[] }
  | { kind: 'messageDelivery'; key: string; state: DeliveryState; attempt: number; detail: string }

export type Entry = EntryBody & {
  /** Place in the ticket's record, from 1 without gaps. */
  sequence: number
  at: Instant
  actor: Actor
}
