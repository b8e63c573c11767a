import { questionsIn, type CompiledDesign, type Directory, type PartnerDesk } from '../design'
import { isPartnerTarget } from '../clock'
import { ticketFacts } from '../facts'
import { fieldOf, type FieldValue, type FieldValues } from '../fields'
import { isInWords, maxLengthOf, type Answers } from '../intake'
import {
  clockDeedOf,
  hear,
  hearing,
  heardWordOf,
  isExchanged,
  isOwnField,
  itemOf,
  saying,
  settled,
  takenLines,
  TOLD_BACK,
  untakenOf,
  wireOf,
  type Arriving,
  type Beginning,
  type ClockDeed,
  type KeptFile,
  type SaidItem,
  type SentHere,
  type TakenIn,
  type TakenTarget,
  type TicketCounterpart,
  type Tiding,
  type Untaken,
  type Wire,
  type WireValue,
} from '../partner'
import { assignTo } from './assign'
import type { Change } from './change'
import { pauseByHand, resumeByHand } from './clocksByHand'
import { Refused, type Command, type ResortField } from './command'
import { answer, note, reply } from './conversation'
import { isDone } from './done'
import { setFields } from './fields'
import { resort } from './resort'
import { retitle } from './retitle'
import { beginExchange, endExchange, linesFor, partnerFor, saysAnything } from './tellPartners'
import { move } from './toStatus'

// A ticket that is exchanged with a partner desk: asked by hand, heard, answered, decided, ended.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Most exchanges of one ticket. */
const MOST_COUNTERPARTS = 20

/** @throws Refused where there is none */
function counterpartOf({ state }: Change, id: number): TicketCounterpart {
  const one = state.counterparts?.find((each) => each.id === id)
  if (!one) throw new Refused('missing', 'This ticket is not exchanged like that.')
  return one
}

/** @throws Refused where there is no such partner, or the pairing has ended */
function pairedOne({ directory }: Change, id: string): PartnerDesk {
  const partner = partnerFor(directory, id)
  if (!partner)
    throw new Refused('conflict', 'This desk is paired with no such partner; an administrator pairs them.')
  return partner
}

/**
 * Somebody asks a partner to take this ticket.
 * @throws Refused where it is exchanged with them already, done, or nothing of it would be said
 */
export function askPartner(change: Change, { partner: id }: Of<'askPartner'>): void {
  const { state, design } = change
  const partner = pairedOne(change, id)
  const all = state.counterparts ?? []
  const open = all.find((one) => one.partner === id && isExchanged(one))
  if (open) throw new Refused('conflict', `This ticket is exchanged with ${partner.name} already.`)
  if (isDone(state, design))
    throw new Refused('conflict', 'This ticket is done; open it again to exchange it.')
  if (all.length >= MOST_COUNTERPARTS)
    throw new Refused('conflict', `This ticket was exchanged ${MOST_COUNTERPARTS} times: log another one.`)
  if (!saysAnything(change, partner.exchange))
    throw new Refused(
      'conflict',
      `Nothing of this ticket would be said to ${partner.name}: a lead says what is, in Design under Partner desks.`,
    )
  beginExchange(change, partner)
}

/** Somebody ends an exchange: nothing of this ticket goes either way any more. @throws Refused where it is over */
export function endCounterpart(change: Change, { id }: Of<'endCounterpart'>): void {
  if (!isExchanged(counterpartOf(change, id)))
    throw new Refused('conflict', 'Nothing is exchanged any more: it was ended already.')
  endExchange(change, id, 'byHand')
}

/** What became of a word of ours there; told is only what is news. */
export function partnerAnswered(change: Change, command: Of<'partnerAnswered'>): void {
  const { id, reference, refused, untaken = [] } = command
  const one = counterpartOf(change, id)
  const isNew = reference !== undefined && one.reference !== reference
  if (!isNew && refused === undefined && !untaken.length) return
  change.enter(
    {
      ...{ kind: 'partnerAnswered', counterpart: id },
      ...(isNew && { reference }),
      ...(refused !== undefined && { refused }),
      ...(untaken.length > 0 && { untaken }),
    },
    { system: 'partner', called: one.name },
  )
}

/**
 * Somebody decides whose stays of what both sides have changed.
 * @throws Refused where nothing is to be decided, or theirs cannot be so here
 */
export function decideCounterpart(change: Change, { id, target, keeps }: Of<'decideCounterpart'>): void {
  const one = counterpartOf(change, id)
  const open = one.open.find((each) => each.target === target)
  if (!open) throw new Refused('conflict', 'There is nothing to decide: somebody was quicker.')
  if (keeps === 'theirs') {
    const partner = partnerFor(change.directory, one.partner)
    const gives = partner ? ownFieldsIn(read(change, partner, { changes: one.theirs }).arriving) : {}
    put(change, target, open.theirs, { gives })
  }
  change.enter({ kind: 'partnerDecided', counterpart: id, target, keeps })
}

type Log = Omit<Of<'log'>, 'kind' | 'reference'>

/**
 * What is to be logged for a ticket that a partner sends.
 * @throws Refused where our map takes no such tickets
 */
export function sentTicket(
  partner: PartnerDesk,
  design: CompiledDesign,
  directory: Directory,
  from: SentHere,
): Log {
  const { begins } = partner.exchange.takes
  const { changes } = from.tiding
  const item = begins && itemOf(begins, changes)
  if (!begins || item === undefined)
    throw new Refused(
      'conflict',
      begins
        ? 'Nothing that this desk offers fits such a ticket.'
        : 'This desk takes no tickets from yours: its lead says which, and as what.',
    )
  const mail = begins.mail === undefined ? undefined : changes[begins.mail]
  const asker = typeof mail === 'string' ? directory.personOf(mail) : undefined
  const lines = takenLines(partner.exchange, changes, {})
  const summary = lines.find((one) => one.to === 'summary')?.becomes
  return {
    ...{ item, portal: begins.portal ?? null, channel: 'partner', from },
    answers: answersIn(begins, changes, design, item),
    requester: asker?.active ? asker.id : begins.requester,
    ...(typeof summary === 'string' && { summary }),
  }
}

/** What a partner says that answers questions of the item, as long as the questions take it. */
function answersIn({ answers = [] }: Beginning, said: Wire, design: CompiledDesign, item: string): Answers {
  const form = design.findItem(item)?.form
  const asked = form === undefined ? [] : questionsIn(design.form(form))
  return Object.fromEntries(
    answers.flatMap(({ from, question: name }) => {
      const question = design.questions.get(name)
      const value = said[from] ?? null
      if (!question || value === null || !isInWords(question.type) || !asked.includes(name)) return []
      const text = [...(typeof value === 'object' ? value.join(', ') : String(value))]
      return [[name, text.slice(0, maxLengthOf(question)).join('')]]
    }),
  )
}

/** Takes in what a partner says. What was heard before is not taken again. @throws Refused where one is missing */
export function hearPartner(change: Change, { id, tiding, reference }: Of<'hearPartner'>): void {
  const one = counterpartOf(change, id)
  const heard = hearing(one, tiding)
  if (heard.is === 'early')
    throw new Refused(
      'conflict',
      `Words before this one are missing here: say them again from ${heard.from} on.`,
    )
  if (heard.is === 'new') takeWord(change, one, tiding, reference)
}

/** A ticket begins that a partner has sent: what they said with it is taken in. */
export function beginFromPartner(change: Change, from: SentHere): void {
  const { partner, name, link, reference, tiding } = from
  const id = change.state.sequence + 1
  change.enter({ kind: 'partnerLinked', counterpart: id, partner, name, link, begun: 'there', reference })
  takeWord(change, counterpartOf(change, id), tiding, reference)
}

/** What of a word our map takes, as it would be here, and what it does not. */
function read(change: Change, { exchange }: PartnerDesk, tiding: Pick<Tiding, 'changes'>) {
  const lines = takenLines(exchange, tiding.changes, ticketFacts(change.state, change.design))
  const arriving = lines.flatMap((line): Arriving[] => {
    const { field, to: target, becomes } = line
    if (target === undefined || becomes === undefined) return []
    const rule = exchange.takes.fields.find((each) => each.from === field && each.to === target)?.conflict
    return [
      {
        ...{ field, target, becomes: meant(change, target, becomes) },
        ...{ ours: standsNow(change, target), saying: saying(exchange.sends, target) },
        ...(rule && { rule }),
      },
    ]
  })
  return { arriving, untaken: untakenOf(lines) }
}

function takeWord(change: Change, one: TicketCounterpart, tiding: Tiding, reference: number): void {
  const partner = pairedOne(change, one.partner)
  const { takes } = partner.exchange
  const { arriving, untaken } = read(change, partner, tiding)
  change.hops.push(tiding.hops ?? 0)
  const { changes, conflicts } = hear(one, tiding, arriving, one.begun === 'here')
  const stays = new Set(conflicts.flatMap(({ target, keeps }) => (keeps === 'theirs' ? [] : [target])))
  const gives = ownFieldsIn(arriving.filter(({ target }) => !stays.has(target)))
  const done = inOrder(changes).filter((each) => {
    const by = { partner: one.name, field: each.field }
    const said = attempt(() => put(change, each.target, each.becomes, { by, gives }))
    if (said !== undefined)
      untaken.push({ field: each.field, value: tiding.changes[each.field]!, why: 'refused', said })
    return said === undefined
  })
  const deed = clockDeedOf(partner.exchange, tiding.changes)
  if (deed) attempt(() => rest(change, deed, one.name))
  for (const item of tiding.said) {
    for (const { name, why } of takes.files ? (item.lacks ?? []) : [])
      untaken.push({ field: 'file', value: name, why: 'refused', said: why })
    const said = attempt(() => say(change, one, item, takes))
    // A word that cannot stand here keeps nothing else of it from being taken.
    if (said !== undefined)
      untaken.push({ field: item.kind, value: item.text.slice(0, 80), why: 'refused', said })
  }
  const taken = done.map(({ field, target: to, becomes }): TakenIn => {
    return { field, value: tiding.changes[field]!, to, becomes }
  })
  change.enter({
    ...{ kind: 'partnerHeard', counterpart: one.id, word: heardWordOf(tiding) },
    ...(one.reference !== reference && { reference }),
    ...{ taken, untaken: untaken.filter(isNews), conflicts },
    targets: arriving.map(({ target }) => target),
    known: settled(wireOf(linesFor(change, partner)), done),
  })
}

/** Our promises rest, or go on, as the partner says; what the partner owes does not. */
function rest(change: Change, deed: ClockDeed, name: string): void {
  const running = change.state.clocks.filter(({ stoppedAt }) => stoppedAt === undefined)
  const targets = running.map(({ target }) => target).filter((target) => !isPartnerTarget(target))
  if (!targets.length) return
  if (deed === 'pause') pauseByHand(change, targets, name)
  else resumeByHand(change, targets)
}

const isNews = ({ why }: Untaken) => TOLD_BACK.includes(why)

/** What a word gives of our own fields, changed or not: the gate of a status that comes with it gets of these what it asks for. */
const ownFieldsIn = (arriving: readonly Arriving[]): FieldValues =>
  Object.fromEntries(
    arriving.flatMap(({ target, becomes }) =>
      isOwnField(target) && becomes !== null ? [[fieldOf(target)!, fieldValueOf(becomes)] as const] : [],
    ),
  )

const fieldValueOf = (value: NonNullable<WireValue>): FieldValue =>
  typeof value === 'object' ? value.map(String) : value

/** What a gate asks for is there before a status is entered. */
const inOrder = (changes: readonly Arriving[]) =>
  [...changes].sort((a, b) => Number(a.target === 'status') - Number(b.target === 'status'))

/** Does something that the ticket may refuse. @returns why it was refused; nothing where it was done */
function attempt(deed: () => void): string | undefined {
  try {
    deed()
    return undefined
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return [error.message, ...error.fields.map((one) => one.message)].join(' ').slice(0, 300)
  }
}

/** What a value means here: people are known by their address or their name. */
function meant({ directory }: Change, target: TakenTarget, value: WireValue): WireValue {
  if (target !== 'technician' || typeof value !== 'string') return value
  const found =
    directory.people.get(value) ??
    directory.personOf(value) ??
    [...directory.people.values()].find((one) => one.active && one.name === value)
  return found?.id ?? value
}

function standsNow({ state }: Change, target: TakenTarget): WireValue {
  if (!isOwnField(target)) return state[target]
  const value = state.fields?.[fieldOf(target)!]
  return (value as WireValue | undefined) ?? null
}

/** Sets what a partner says, or what somebody decides to take of it. @throws Refused where it cannot be so */
function put(
  change: Change,
  target: TakenTarget,
  value: WireValue,
  { by, gives = {} }: { by?: { partner: string; field: string }; gives?: FieldValues } = {},
): void {
  const text = typeof value === 'string' ? value : JSON.stringify(value)
  const why = by && { is: 'partnerSays' as const, ...by }
  if (isOwnField(target)) {
    const field = value === null ? null : fieldValueOf(value)
    return setFields(change, { kind: 'setFields', values: { [fieldOf(target)!]: field } })
  }
  if (target === 'summary') return retitle(change, text)
  if (change.state.held) throw new Refused('conflict', 'It waits in Arrivals: nobody has accepted it yet.')
  if (target === 'technician')
    return assignTo(change, { technician: value === null ? null : text, ...(why && { why: [why] }) })
  if (target === 'status') return moveAs(change, text, gives)
  resort(change, target satisfies ResortField, text, undefined, why)
}

/** Moves the ticket as the partner says; its gate gets what it asks for of what their word gives. */
function moveAs(change: Change, to: string, gives: FieldValues): void {
  const { state, design } = change
  if (to === state.status) return
  const gate = design.kind(state.kind).statuses.find(({ id }) => id === to)?.gate ?? []
  const asked = gate.filter(({ name }) => Object.hasOwn(gives, name))
  const fields = Object.fromEntries(asked.map(({ name }) => [name, gives[name]!]))
  move(change, { kind: 'move', from: state.status, to, fields })
}

/** Something that was said there stands in the conversation here, as far as our map hears it. */
function say(
  change: Change,
  one: TicketCounterpart,
  { kind, by, text, files }: SaidItem,
  hears: PartnerDesk['exchange']['takes'],
): void {
  const attachments = (hears.files && files) || []
  if ((!text.trim() && !attachments.length) || !(kind === 'note' ? hears.notes : hears.replies)) return
  const said = { text: text.trim() ? text : namesOf(attachments), ...(attachments.length && { attachments }) }
  change.as({ system: 'partner', called: by ? `${by} (${one.name})` : one.name }, () => {
    if (kind === 'note' || (change.state.internal && one.begun === 'here')) note(change, said)
    // Whoever asked sits behind the desk that sent it.
    else if (one.begun === 'there') answer(change, { kind: 'answer', ...said })
    else reply(change, said)
  })
}

/** What stands there where files came without a word. */
const namesOf = (files: readonly KeptFile[]): string => files.map(({ name }) => name).join(', ')
