import type { CompiledDesign, Directory, Webhook } from '../design'
import { planDelivery } from '../notification'
import type { Because, Reason } from '../reason'
import { reasonInWords } from '../explain'
import type { CommandContext } from './command'
import type {
  Actor,
  Climb,
  Entry,
  EntryBody,
  Invite,
  MessageLink,
  OutgoingMessage,
  QueuedMessage,
} from './entry'
import { composeCall, composeMessage, type More } from './message'
import { isPerson, type Addressee } from './recipients'
import { evolve, type TicketState } from './state'

/** What a command leads to: the entries to append, the state after them and the messages to send. */
export interface Decided {
  entries: Entry[]
  state: TicketState
  messages: OutgoingMessage[]
}

/** What a message is besides its words. */
export interface Telling {
  urgent?: boolean
  climb?: Climb
  isAboutDelivery?: boolean
  link?: MessageLink
  /** Goes with mails to a calendar. */
  invite?: Invite
  /** What somebody of the desk wrote of it, in Markdown, as it stands among its fields. */
  written?: string
}

/** Collects the entries of one command; each sees the state that the ones before it left. */
export class Change {
  readonly entries: Entry[] = []
  readonly messages: OutgoingMessage[] = []
  /** How many ladders have set each other off to come here. */
  depth = 0
  /** What happened, for the pauses of clocks that rest or go on by it; the name of the status if left out. */
  why: Reason | undefined
  /** Of words of partners that were heard: how many words each followed from. */
  readonly hops: number[] = []
  private readonly telling: (() => void)[] = []
  private current: TicketState | undefined
  /** Never before the entry above it, so that a record reads in order even if a clock was put back. */
  readonly now: number

  constructor(
    state: TicketState | undefined,
    readonly design: CompiledDesign,
    readonly directory: Directory,
    public context: CommandContext,
  ) {
    this.current = state
    this.now = Math.max(context.now, state?.changedAt ?? context.now)
  }

  /** Whether there is no ticket yet. */
  get isNew(): boolean {
    return this.current === undefined
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

  /**
   * Queues one message to each, once each, on the way that each wants. People who are gone or cannot be reached in any
   * way are left out. It is written once the clocks are fitted, so that it says what is promised then.
   */
  tell(
    people: readonly (Addressee | undefined)[],
    template: string,
    more: More = {},
    telling: Telling = {},
  ): void {
    if (distinct(people).length) this.telling.push(() => this.write(people, template, more, telling))
  }

  /** A reason that follows from the edition that decides. */
  because(...why: Reason[]): Because {
    return { edition: this.design.edition, why }
  }

  /** A reason in the words of the desk, for what is written down as a text: a remark, a mail. */
  say(reason: Reason): string {
    const { design, directory } = this
    const edition = (number: number) => design.earlierEdition(number)
    return reasonInWords(reason, design.edition, { language: 'en', design: edition, directory })
  }

  /** Who causes this; null for the desk itself. */
  get by(): string | null {
    const { actor } = this.context
    return 'person' in actor ? actor.person : null
  }

  /**
   * Queues a call to another system.
   * @param webhooks where it is looked up; in the edition that decides if left out
   * @param then is told the key of its message, or of nothing where there is no such webhook
   */
  call(
    webhook: string,
    more: Record<string, string>,
    webhooks: readonly Webhook[] = this.design.design.webhooks,
    then: (key: string | undefined) => void = () => undefined,
  ): void {
    this.telling.push(() => {
      const called = composeCall(
        this,
        webhooks.find((one) => one.id === webhook),
        more,
      )
      const key = called && this.keys()()
      if (called) this.queue([{ ...called, key: key! }])
      then(key)
    })
  }

  /** Does something as another than whoever gave the command. */
  as(actor: Actor, deed: () => void): void {
    const { context } = this
    this.context = { ...context, actor }
    try {
      deed()
    } finally {
      this.context = context
    }
  }

  /** Writes what is to be told. */
  sendTold(): void {
    for (const write of this.telling.splice(0)) write()
  }

  /** Whether this command tells anybody anything. */
  get tells(): boolean {
    return this.messages.length > 0 || this.telling.length > 0
  }

  private write(
    people: readonly (Addressee | undefined)[],
    template: string,
    more: More,
    { urgent, climb, isAboutDelivery, written, link, invite }: Telling,
  ): void {
    const key = this.keys()
    const messages = distinct(people).flatMap((one) => {
      const plan = isPerson(one)
        ? planDelivery(one, this.now, { urgent })
        : { channel: 'mail' as const, address: one.address, why: undefined }
      if (!plan) return []
      const { channel, why, ...way } = plan
      return {
        ...composeMessage(this, one, template, more, written),
        ...way,
        key: key(),
        ...(why && { why: this.because(why) }),
        ...(channel !== 'mail' && { channel }),
        ...(urgent && { urgent }),
        ...(climb && isPerson(one) && { climb }),
        ...(isAboutDelivery && { isAboutDelivery }),
        ...(link && { link }),
        ...(invite && channel === 'mail' && { invite }),
      } as OutgoingMessage
    })
    this.queue(messages)
  }

  /** Puts messages into the record and the outbox. */
  queue(messages: OutgoingMessage[]): void {
    if (!messages.length) return
    const queued = messages.map(
      ({ body: _, from: __, written: ___, invite: ____, ...message }): QueuedMessage => message,
    )
    this.enter({ kind: 'messagesQueued', messages: queued }, { system: 'messages' })
    this.messages.push(...messages)
  }

  /** Keys of the messages that the next entry queues. */
  keys(): () => string {
    const { reference, sequence } = this.state
    let number = 0
    return () => `${reference}-${sequence + 1}-${++number}`
  }

  get result(): Decided {
    return { entries: this.entries, state: this.state, messages: this.messages }
  }
}

/** Each addressee once; a person who is gone is nobody. */
function distinct(people: readonly (Addressee | undefined)[]): Addressee[] {
  const all = people.filter((one): one is Addressee => one !== undefined && (!isPerson(one) || one.active))
  const keyOf = (one: Addressee) => (isPerson(one) ? one.mail || one.id : one.address).toLowerCase()
  return [...new Map([...all].reverse().map((one) => [keyOf(one), one])).values()].reverse()
}
