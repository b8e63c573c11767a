import { demoDesign } from '../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../demo/directory'
import { CompiledDesign, Directory, type Design } from '../core/design'
import {
  decide,
  type Actor,
  type Command,
  type Entry,
  type OutgoingMessage,
  type TicketState,
} from '../core/ticket'
import type { Reader } from '../core/explain'
import { spoken } from './spoken'

export const theDirectory = new Directory(demoDirectory())
/**
 * The sample design with the cover of most of these tickets in the hours of their site: what is told of promises is
 * told by when a site shuts.
 */
export function inSiteHours(): Design {
  const made = demoDesign()
  for (const level of made.serviceLevels)
    if (level.id === 'round-the-clock')
      level.targets = level.targets.map((one) => ({ ...one, calendar: 'site' }))
  return made
}
export const design = new CompiledDesign(inSiteHours(), 1)
/** Everything in words, by the design and the directory of these tickets. */
export const reader: Reader = {
  language: 'en',
  design: (edition) => (edition === 1 ? design : undefined),
  directory: theDirectory,
}
export const INES: Actor = { person: 'ines-varga' }
export const TORA: Actor = { person: 'tora-aas' }

/** A ticket that lives in memory: what the server does, without one. */
export class Ticket {
  state: TicketState | undefined
  entries: Entry[] = []
  told: string[] = []
  messages: OutgoingMessage[] = []

  constructor(
    public edition = design,
    readonly openCounts = new Map<string, number>(),
    public directory = theDirectory,
  ) {}

  /** Why its values are what they are, in words. */
  get because() {
    return spoken(this.state!.because, this.edition, this.directory)
  }

  do(command: Command, now: number, actor: Actor = TORA): this {
    const decided = decide(this.state, command, this.edition, this.directory, {
      now,
      actor,
      work: { openCounts: this.openCounts },
    })
    this.state = decided.state
    this.entries.push(...decided.entries)
    this.messages.push(...decided.messages)
    this.told.push(...decided.messages.map((message) => `${message.template}→${message.person}`))
    return this
  }

  log(
    answers: Record<string, number | boolean | string>,
    item = 'gate-scanner',
    requester = 'ines-varga',
    now = DEMO_BEGINS,
  ): this {
    return this.do(
      { kind: 'log', reference: 7, item, portal: 'merrow', channel: 'portal', answers, requester },
      now,
      { person: requester },
    )
  }
}
