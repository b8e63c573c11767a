import { dueAt } from '../clock'
import { holds, type Facts } from '../condition'
import type { CompiledDesign, Directory, PartnerDesk } from '../design'
import { ticketFacts } from '../facts'
import {
  endOf,
  heardWordOf,
  isExchanged,
  sentLines,
  tell,
  wireOf,
  type EndWhy,
  type Exchange,
  type SaidItem,
  type SentLine,
  type Spoken,
  type TicketCounterpart,
  type Told,
} from '../partner'
import type { Change } from './change'
import { isDone } from './done'
import type { Entry } from './entry'
import { fill, messageFields } from './message'
import { nextId } from './work'
import type { TicketState } from './state'

// What a ticket tells the partner desks it is exchanged with: asked after every command, whatever it was.

export const PARTNERS = { system: 'partners' }

type Asked = Pick<Change, 'state' | 'design' | 'directory' | 'now'>

/** A ticket as the map of a partner reads it. */
export function toldOf(asked: Asked): Told & { facts: Facts } {
  const { state, design } = asked
  const fieldOf = messageFields(asked, { name: '', zone: 'UTC' })
  return {
    facts: ticketFacts(state, design),
    fill: (text) => fill(text, fieldOf),
    due: (target) => dueOf(state, design, target),
  }
}

function dueOf({ clocks }: TicketState, design: CompiledDesign, target: string): string | null {
  const clock = clocks.findLast((one) => one.target === target && one.stoppedAt === undefined)
  const due = clock && dueAt(clock, design.hoursOf(clock))
  return due === undefined ? null : new Date(due).toISOString()
}

/** What a partner would be told of a ticket now, field by field. */
export const linesFor = (asked: Asked, { exchange }: Pick<PartnerDesk, 'exchange'>): SentLine[] =>
  sentLines(exchange, toldOf(asked))

/** Whether a partner would be told anything of a ticket. */
export const saysAnything = (asked: Asked, exchange: Exchange): boolean =>
  Object.keys(wireOf(linesFor(asked, { exchange }))).length > 0

/** The partner of an exchange, where the pairing holds. */
export function partnerFor({ partners }: Directory, id: string): PartnerDesk | undefined {
  const partner = partners.get(id)
  return partner?.isPaired ? partner : undefined
}

/**
 * Begins to exchange a ticket with a partner: they are asked to take it, with all that our map says of it.
 * @param on when the rule is asked that says so; left out where somebody does
 */
export function beginExchange(change: Change, { id: partner, name }: PartnerDesk, on?: 'logged' | 'changed') {
  const { reference } = change.state
  const id = nextId(change)
  change.enter(
    {
      ...{ kind: 'partnerLinked', counterpart: id, partner, name },
      ...{ link: `${reference}.${id}`, begun: 'here' as const },
      ...(on && { because: change.because({ is: 'partnerRule', partner, name, on }) }),
    },
    ...(on ? [PARTNERS] : []),
  )
}

/** Whether a rule of a partner's map sends this ticket now. */
function isSent(change: Change, { id, exchange }: PartnerDesk, isFresh: boolean): boolean {
  const { state, design } = change
  const { rule } = exchange.sends
  if (!rule || state.held || isDone(state, design) || (rule.on === 'logged' && !isFresh)) return false
  if (state.counterparts?.some((one) => one.partner === id)) return false
  return holds(rule.when, ticketFacts(state, design)) && saysAnything(change, exchange)
}

/** Why a ticket is exchanged no longer, whatever is said of it. */
function overWhy({ mergedInto, rejected, held }: TicketState): EndWhy | undefined {
  if (mergedInto !== undefined) return 'merged'
  return rejected && held ? 'calledOff' : undefined
}

/**
 * Tells partner desks what has changed, and asks those to take it whose rule says so. Asking again tells nothing.
 * @param before the ticket as it was; undefined for a new one
 * @param from how many entries there were then
 */
export function tellPartners(change: Change, before: TicketState | undefined, from: number): void {
  const { partners } = change.directory
  if (!partners.size) return
  const isFresh = before === undefined || (before.held !== undefined && change.state.held === undefined)
  for (const partner of partners.values())
    if (partner.isPaired && isSent(change, partner, isFresh))
      beginExchange(change, partner, partner.exchange.sends.rule!.on)
  for (const { id } of change.state.counterparts ?? []) tellOne(change, id, from)
}

function tellOne(change: Change, id: number, from: number): void {
  const one = change.state.counterparts!.find((each) => each.id === id)!
  const partner = isExchanged(one) ? partnerFor(change.directory, one.partner) : undefined
  if (!partner) return
  const said = saidFor(change, partner.exchange.sends, from)
  // What the word of another partner leads to follows from it as well: three desks may stand in a ring.
  const follows = change.hops.length > 0
  const hops = Math.max(one.hops, ...change.hops)
  const wire = wireOf(linesFor(change, partner))
  const tiding = tell({ ...one, hops }, wire, {
    ...{ now: change.now, said: said.map(({ item }) => item), follows },
  })
  if (tiding && 'goesRound' in tiding)
    change.enter({ kind: 'partnerRound', counterpart: id, changes: tiding.goesRound }, PARTNERS)
  else if (tiding) {
    const says = said.map(({ sequence, item: { by } }) => ({ sequence, by }))
    change.enter(
      {
        ...{ kind: 'partnerTold', counterpart: id, tiding: heardWordOf(tiding) },
        ...(says.length && { says }),
      },
      ...(follows ? [PARTNERS] : []),
    )
  }
  const why = overWhy(change.state)
  if (why) endExchange(change, id, why)
}

/** Nothing is exchanged any more; the partner is told. */
export function endExchange(change: Change, id: number, why: EndWhy): void {
  const one = change.state.counterparts!.find((each) => each.id === id)!
  const tiding = endOf(one, why, change.now)
  if (tiding) change.enter({ kind: 'partnerTold', counterpart: id, tiding: heardWordOf(tiding) })
}

/** What was said since, of what a map lets go over; nothing that came from a partner. */
function saidFor(
  { entries, directory }: Change,
  sends: Spoken,
  from: number,
): { sequence: number; item: SaidItem }[] {
  return entries.slice(from).flatMap((entry) => {
    const by = 'person' in entry.actor ? directory.nameOf(entry.actor.person) : ''
    const item = saidItem(entry, sends, by)
    return item ? [{ sequence: entry.sequence, item }] : []
  })
}

/** How an entry is said to a partner; nothing of one that says nothing, or that a map keeps here. */
export function saidItem(entry: Entry, sends: Spoken, by: string): SaidItem | undefined {
  if (entry.kind !== 'replied' && entry.kind !== 'answered' && entry.kind !== 'noted') return undefined
  const kind = entry.kind === 'noted' ? 'note' : 'reply'
  const files = sends.files ? (entry.attachments ?? []) : []
  if ('called' in entry.actor || (!entry.text && !files.length)) return undefined
  if (!(kind === 'note' ? sends.notes : sends.replies)) return undefined
  const said = { id: String(entry.sequence), kind, by, text: entry.text } as const
  return files.length
    ? { ...said, files: files.map(({ id, name, type, size }) => ({ id, name, type, size })) }
    : said
}

/** What goes over of a decided ticket, in its order: one word for each entry that tells. */
export interface TicketWord {
  link: string
  begun: TicketCounterpart['begun']
  /** The number of the ticket at the desk that says it. */
  reference: number
  /** The other side is asked to begin one. */
  begins?: true
  tiding: Omit<ReturnType<typeof heardWordOf>, 'said'> & { said: SaidItem[] }
}

/**
 * The words for partners that some entries are.
 * @param entries of one command, those that say something among them
 */
export function wordsForPartners(
  { counterparts = [], reference }: Pick<TicketState, 'counterparts' | 'reference'>,
  entries: readonly Entry[],
): { partner: string; counterpart: number; word: TicketWord }[] {
  return entries.flatMap((entry) => {
    if (entry.kind !== 'partnerTold') return []
    const one = counterparts.find(({ id }) => id === entry.counterpart)!
    const said = (entry.says ?? []).flatMap(({ sequence, by }) => {
      const says = entries.find((each) => each.sequence === sequence)
      return (says && saidItem(says, { replies: true, notes: true, files: true }, by)) ?? []
    })
    const { link, begun, partner, id } = one
    const begins = begun === 'here' && entry.tiding.sequence === 1
    const tiding = { ...entry.tiding, said }
    return [
      {
        ...{ partner, counterpart: id },
        word: { ...{ link, begun, reference }, ...(begins && { begins: true as const }), tiding },
      },
    ]
  })
}
