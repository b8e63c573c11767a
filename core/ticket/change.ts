import type { CompiledDesign, Directory, Person } from '../design'
import type { CommandContext } from './command'
import type { Entry, EntryBody, OutgoingMessage, QueuedMessage } from './entry'
import { composeMessage } from './message'
import { evolve, type TicketState } from './state'

/** What a command leads to: the entries to append, the state after them and the messages to send. */
export interface Decided {
  entries: Entry[]
  state: TicketState
  messages: OutgoingMessage[]
}

/** Collects the entries of one command; each sees the state that the ones before it left. */
export class Change {
  readonly entries: Entry[] = []
  readonly messages: OutgoingMessage[] = []
  private current: TicketState | undefined
  /** Never before the entry above it, so that a record reads in order even if a clock was put back. */
  readonly now: number

  constructor(
    state: TicketState | undefined,
    readonly design: CompiledDesign,
    readonly directory: Directory,
    readonly context: CommandContext,
  ) {
    this.current = state
    this.now = Math.max(context.now, state?.changedAt ?? context.now)
  }

  get state(): TicketState {
    return this.current!
  }

  enter(body: EntryBody, actor = this.context.actor): void {
    const sequence = (this.current?.sequence ?? 0) + 1
    const entry = { ...body, sequence, at: this.now, actor } as Entry
    this.current = evolve(this.current, entry)
    this.entries.push(entry)
  }

  /** Queues one message to each person, once each. People without an address or who are gone are left out. */
  tell(people: readonly (Person | undefined)[], template: string, more: Record<string, string> = {}): void {
    const recipients = [
      ...new Map(people.filter((one) => one?.active && one.mail).map((one) => [one!.id, one!])).values(),
    ]
    if (recipients.length === 0) return
    const key = (index: number) => `${this.state.reference}-${this.state.sequence + 1}-${index + 1}`
    const messages = recipients.map((person, index) =>
      composeMessage(this, person, template, key(index), more),
    )
    const queued = messages.map(({ key, person, address, template, subject }): QueuedMessage => {
      return { key, person, address, template, subject }
    })
    this.enter({ kind: 'messagesQueued', messages: queued }, { system: 'messages' })
    this.messages.push(...messages)
  }

  get result(): Decided {
    return { entries: this.entries, state: this.state, messages: this.messages }
  }
}
