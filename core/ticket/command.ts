import type { Answers } from '../intake'
import type { Instant } from '../time'
import type { Actor, Attached, Channel, DeliveryState, SortedField } from './entry'

/** What somebody or something wants of a ticket. */
export type Command =
  | {
      kind: 'log'
      reference: number
      item: string
      portal: string | null
      channel: Channel
      summary?: string
      answers: Answers
      requester: string
      /** What a mail says besides what its form could take. */
      said?: Said
      /** The files that answers name. */
      attachments?: Attached[]
    }
  /** The requester no longer needs it. */
  | { kind: 'withdraw'; text: string }
  | { kind: 'reply'; text: string }
  | { kind: 'note'; text: string; attachments?: Attached[] }
  | ({ kind: 'answer' } & Said)
  | {
      kind: 'move'
      /** The status that the person saw; the move is refused when it is not so any more. */
      from: string
      to: string
      fields: Record<string, string>
    }
  | { kind: 'assign'; technician: string | null }
  /** A person sorts it otherwise than triage did; promises that depend on it change, time spent is kept. */
  | { kind: 'resort'; field: ResortField; value: string }
  /** A held ticket is let in: its clocks begin. What is left out stays as triage decides. */
  | ({ kind: 'accept' } & Acceptance)
  /** A held ticket is not let in; the requester is told why. */
  | { kind: 'reject'; text: string }
  /** Back into Arrivals: one that was turned away, or accepted with nothing done since. */
  | { kind: 'hold' }
  /** This ticket is handled together with another from here on, and ends. */
  | { kind: 'merge'; into: number }
  /** The other half of a merge: this ticket takes another in. */
  | { kind: 'takeIn'; from: number; summary: string; requesters: string[]; text: string }
  /** Pauses running targets by hand; without targets all of them. */
  | { kind: 'pauseClocks'; targets: string[]; why: string }
  /** Ends pauses that were made by hand; without targets all of them. */
  | { kind: 'resumeClocks'; targets: string[] }
  /** Grants a target more time; `by` in milliseconds. */
  | { kind: 'extendClock'; target: string; by: number; why: string }
  /** The ticket follows the newer edition that it is decided with. */
  | { kind: 'adopt' }
  /** The alarms of this ticket that are due at `now` ring, in their order. */
  | { kind: 'ring' }
  | { kind: 'recordDelivery'; key: string; state: DeliveryState; attempt: number; detail: string }

/** What a requester says, with the files that came with it. */
export interface Said {
  text: string
  quoted?: string
  attachments?: Attached[]
}

/** What a person decides when a held ticket is accepted: ids of the ticket's edition. */
export interface Acceptance {
  ticketKind?: string
  category?: string
  priority?: string
  /** A service level that comes before all others, whether its conditions hold or not. */
  level?: string
}

/** What a person may sort otherwise; the technician changes by `assign`. */
export type ResortField = Exclude<SortedField, 'technician'>

export interface CommandContext {
  now: Instant
  actor: Actor
  /** Open tickets by technician, for assignment; only `log` needs it. */
  openCounts: ReadonlyMap<string, number>
}

export interface FieldProblem {
  field: string
  message: string
}

/** A command that cannot be done, with what to do instead. Nothing has changed. */
export class Refused extends Error {
  /**
   * @param reason invalid: the input is wrong; conflict: somebody was quicker; forbidden: not this person;
   *   missing: there is no such thing
   */
  constructor(
    readonly reason: 'invalid' | 'conflict' | 'forbidden' | 'missing',
    message: string,
    readonly fields: FieldProblem[] = [],
  ) {
    super(message)
    this.name = 'Refused'
  }
}
