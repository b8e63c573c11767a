import { DEMO_BEGINS } from '../demo/directory'
import type { CompiledDesign } from '../core/design'
import { withWords, type Reader } from '../core/explain'
import {
  designNames,
  entryInWords,
  keptMessages,
  rebuild,
  Refused,
  type Actor,
  type Command,
  type Entry,
  type TicketState,
} from '../core/ticket'
import { statusNames } from '../core/lifecycle'
import { DAY, HOUR, MINUTE } from '../core/time'
import { Ticket } from './aTicket'

/**
 * A ticket's story as text, to be read through and kept: each command with what it wrote into the record, what it sent
 * and why it was refused; at the end what is known of the ticket. Moments stand as the time since it came in.
 */
export class Story {
  readonly ticket: Ticket
  private readonly lines: string[] = []
  private before: TicketState | undefined
  private written = 0
  private sent = 0

  constructor(design?: CompiledDesign, directory?: Ticket['directory']) {
    this.ticket = new Ticket(...([design, new Map(), directory] as ConstructorParameters<typeof Ticket>))
  }

  /** It comes in, of which nothing is written down. */
  log(command: Partial<Extract<Command, { kind: 'log' }>> = {}, who?: Actor): this {
    this.comesIn(command, who)
    this.lines.length = 0
    this.before = this.ticket.state
    return this
  }

  /** It comes in. */
  comesIn(
    command: Partial<Extract<Command, { kind: 'log' }>> = {},
    who: Actor = { person: 'ines-varga' },
  ): this {
    return this.does(0, who, {
      ...{ kind: 'log', reference: 7, item: 'gate-scanner', portal: 'merrow', channel: 'portal' },
      ...{ answers: { gates: 3, boardingStopped: false }, requester: 'ines-varga', ...command },
    })
  }

  /** Somebody does something so many minutes after it came in. */
  does(
    minutes: number,
    who: string | Actor,
    ...commands: (Command | ((state: TicketState) => Command))[]
  ): this {
    const actor = typeof who === 'string' ? { person: who } : who
    const now = DEMO_BEGINS + minutes * MINUTE
    for (const one of commands) {
      const command = typeof one === 'function' ? one(this.ticket.state!) : one
      this.lines.push(`${since(now)} ${by(actor)}: ${told(command)}`)
      try {
        this.ticket.do(command, now, actor)
      } catch (error) {
        if (!(error instanceof Refused)) throw error
        this.lines.push(`  refused, ${error.reason}: ${error.message}`)
        for (const { field, message } of error.fields) this.lines.push(`    ${field}: ${message}`)
      }
      this.note(actor)
    }
    return this
  }

  get text(): string {
    const { state } = this.ticket
    if (!state) return `${this.lines.join('\n')}\n`
    const kept = Object.entries(state).filter(
      ([name, value]) =>
        value !== undefined && plain(value) !== plain(this.before?.[name as 'fields'] ?? null),
    )
    return [
      ...this.lines,
      '',
      'What is other in the end',
      ...kept.map(
        ([name, value]) => `  ${name} ${plain(name === 'because' ? this.otherReasons(state) : value)}`,
      ),
      'Messages',
      ...keptMessages(this.ticket.entries).map((one) => `  ${plain(one)}`),
      `Rebuilt from its entries it is ${plain(rebuild(this.ticket.entries)) === plain(state) ? 'the same' : 'ANOTHER'}`,
      '',
    ].join('\n')
  }

  /** An entry as the record shows it. */
  private inWords(entry: Entry): string | undefined {
    const { edition, directory } = this.ticket
    const reader: Reader = {
      language: 'en',
      design: (number) => (number === edition.edition ? edition : edition.earlierEdition(number)),
      directory,
    }
    const names = {
      ...designNames(edition.design),
      statuses: statusNames(edition.design.kinds.filter((one) => one.id === this.ticket.state!.kind)),
      people: Object.fromEntries([...directory.people.values()].map(({ id, name }) => [id, name])),
      category: this.ticket.state!.category,
    }
    return withWords([entry], reader).flatMap((one) => entryInWords(one, names) ?? [])[0]
  }

  /** Why what has changed is what it is. */
  private otherReasons({ because }: TicketState) {
    const was = this.before?.because as Record<string, unknown> | undefined
    return Object.fromEntries(
      Object.entries(because).filter(([name, why]) => plain(why) !== plain(was?.[name] ?? null)),
    )
  }

  private note(who: Actor): void {
    const { entries, messages } = this.ticket
    for (const entry of entries.slice(this.written)) {
      this.lines.push(`  ${told(entry, who)}`)
      const words = this.inWords(entry)
      if (words) this.lines.push(`    “${words}”`)
    }
    for (const { body, ...message } of messages.slice(this.sent))
      this.lines.push(`  > ${plain(message)}`, ...body.split('\n').map((line) => `  > ${line}`.trimEnd()))
    this.written = entries.length
    this.sent = messages.length
  }
}

const by = (actor: Actor) => ('person' in actor ? actor.person : `the ${actor.system}`)

/** A command or an entry: its kind, and all that it holds. */
function told(thing: Command | Entry, who?: Actor): string {
  const { kind, ...rest } = thing as Entry
  const { at: _, actor, sequence: __, ...body } = rest as Partial<Entry>
  const { checklists: ___, ...said } = body as Record<string, unknown>
  const move = (said.move as { id?: string } | undefined)?.id
  const other = actor && by(actor) !== by(who!) ? ` by ${by(actor)}` : ''
  return `${kind}${other} ${plain(move ? { ...said, move } : said)}`
}

/** As JSON with moments since it came in. */
const plain = (value: unknown): string =>
  JSON.stringify(value).replace(/\b1[789]\d{11}\b/g, (at) => since(Number(at)))

function since(at: number): string {
  const [days, rest] = [Math.floor((at - DEMO_BEGINS) / DAY), (at - DEMO_BEGINS) % DAY]
  if (at < DEMO_BEGINS) return `−${(DEMO_BEGINS - at) / MINUTE}min`
  const [hours, minutes] = [Math.floor(rest / HOUR), (rest % HOUR) / MINUTE]
  return `${days ? `${days}d` : ''}${hours}h${minutes}`
}
