import type { CompiledDesign, Directory, Person } from '../design'
import { checkAnswers, unknownAnswers, type CatalogItem } from '../intake'
import { onRota, type Ladder, type Recipient, type Rung } from '../ladder'
import { checkGate, statusOf, transitionsFrom, type TicketKind } from '../lifecycle'
import { triage } from '../triage'
import { Change, type Decided } from './change'
import { adoptEdition } from './adopt'
import { accept, holdAgain, mergeInto, reject, takeIn, withdraw } from './arrival'
import { fitClocks, stopClock, ticketAlarms } from './clocks'
import { extendByHand, pauseByHand, resumeByHand } from './clocksByHand'
import { Refused, type Command, type CommandContext, type Said } from './command'
import type { Attached, EntryBody } from './entry'
import { askerFacts, ticketFacts } from './facts'
import { ringIdle } from './idle'
import { resort } from './resort'
import type { TicketState } from './state'
import { checkText } from './text'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>
type Handlers = { [K in Command['kind']]: (change: Change, command: Of<K>) => void }

const HANDLERS: Handlers = {
  log: logTicket,
  reply: reply,
  withdraw: (change, { text }) => withdraw(change, text),
  note: (change, command) =>
    change.enter({ kind: 'noted', text: checkText(command.text), ...filesOf(command) }),
  answer: answer,
  move: move,
  assign: assignTo,
  resort: (change, { field, value }) => resort(change, field, value),
  accept: (change, choice) => accept(change, choice),
  reject: (change, { text }) => reject(change, text),
  hold: (change) => holdAgain(change, 'taken back'),
  merge: (change, { into }) => mergeInto(change, into),
  takeIn: (change, command) => takeIn(change, command),
  pauseClocks: (change, { targets, why }) => pauseByHand(change, targets, why),
  resumeClocks: (change, { targets }) => resumeByHand(change, targets),
  extendClock: (change, { target, by, why }) => extendByHand(change, target, by, why),
  ring: (change) => ringDueAlarms(change),
  adopt: (change) => adoptEdition(change),
  recordDelivery: (change, { key, state, attempt, detail }) => {
    if (!change.state.messages.some((one) => one.key === key))
      throw new Refused('missing', `no message ${key}`)
    change.enter({ kind: 'messageDelivery', key, state, attempt, detail })
  },
}

/** What can be done to a ticket only once somebody has let it in. */
const AFTER_ACCEPTANCE = new Set<Command['kind']>([
  'move',
  'assign',
  'resort',
  'pauseClocks',
  'resumeClocks',
  'extendClock',
])

/**
 * Decides what a command leads to. Pure: the same input gives the same entries.
 * @param state the ticket, or undefined for `log`
 * @param design the edition that the ticket names; for `adopt` the newer one that it is to follow
 * @throws Refused when it cannot be done
 */
export function decide(
  state: TicketState | undefined,
  command: Command,
  design: CompiledDesign,
  directory: Directory,
  context: CommandContext,
): Decided {
  if ((state === undefined) !== (command.kind === 'log'))
    throw new Error(state ? 'this ticket is logged already' : 'there is no ticket to do this to')
  const change = new Change(state, design, directory, context)
  if (state?.held && AFTER_ACCEPTANCE.has(command.kind))
    throw new Refused('conflict', `Ticket ${state.reference} is held in Arrivals: accept it first.`)
  const handler = HANDLERS[command.kind] as (change: Change, command: Command) => void
  handler(change, command)
  return change.result
}

function logTicket(change: Change, command: Of<'log'>): void {
  const { design, directory, now } = change
  const item = design.findItem(command.item)
  const requester = directory.people.get(command.requester)
  if (!item)
    throw new Refused('invalid', 'There is no such catalog item.', [
      {
        field: 'item',
        message: `“${command.item}” is not in the catalog of edition ${design.edition}; choose another`,
      },
    ])
  if (!requester)
    throw new Refused('invalid', 'There is no such requester.', [
      { field: 'requester', message: `“${command.requester}” is not in the directory` },
    ])
  const isIncomplete = refuseWrongAnswers(change, command, item, requester)
  const kind = design.kind(item.kind)
  const agreement = directory.agreementAt(requester.organisation, now)
  const isHeld = isIncomplete || isHeldAt(design, command)
  change.enter({
    kind: 'logged',
    reference: command.reference,
    item: item.id,
    ticketKind: kind.id,
    portal: command.portal,
    channel: command.channel,
    summary: command.summary?.trim().replace(/\s+/g, ' ').slice(0, 200) || item.name,
    answers: command.answers,
    requester: requester.id,
    organisation: requester.organisation ?? null,
    site: requester.site ?? null,
    cover: agreement?.cover ?? null,
    agreement: agreement?.number ?? null,
    edition: design.edition,
    status: kind.first,
    ...(isHeld && { held: true as const }),
    ...filesOf(command),
  })
  if (command.said) change.enter(answeredOf(command.said))
  sortNew(change, requester, isHeld)
}

/** Whether a new ticket waits in Arrivals. What somebody at the desk enters, the desk has seen already. */
function isHeldAt(design: CompiledDesign, { portal, channel }: Of<'log'>): boolean {
  return channel !== 'desk' && portal !== null && design.findPortal(portal)?.holds === true
}

const filesOf = ({ attachments }: { attachments?: Attached[] }) =>
  attachments?.length ? { attachments } : {}

/**
 * A mail cannot answer a form: what it leaves out is asked in Arrivals. From everywhere else answers are whole.
 * @returns whether something that must be answered is not
 */
function refuseWrongAnswers(
  { design, directory, now }: Change,
  { answers, portal, channel }: Of<'log'>,
  item: CatalogItem,
  requester: Person,
): boolean {
  const asker = askerFacts(requester, portal, directory, now)
  const asked = { form: design.form(item.form), library: design.questions, asker }
  const all = checkAnswers(asked, answers)
  const isMissing = (name: string) => channel === 'mail' && answers[name] === undefined
  const wrong = all.filter(({ question }) => !isMissing(question))
  const problems = wrong.length ? wrong : unknownAnswers(asked, answers, design.nameOf(directory))
  if (problems.length)
    throw new Refused(
      'invalid',
      'Some answers need another look.',
      problems.map(({ question, message }) => ({ field: question, message })),
    )
  return all.length > 0
}

/** The entry of what a requester says; files may come without a word. */
function answeredOf(said: Said): EntryBody {
  const { text, quoted, attachments } = said
  const words = attachments?.length && text.trim() === '' ? '' : checkText(text)
  return { kind: 'answered', text: words, ...(quoted && { quoted }), ...filesOf(said) }
}

/** Triage decides on a new ticket; one that is held gets its clocks and its technician when it is accepted. */
function sortNew(change: Change, requester: Person, isHeld: boolean): void {
  const { design, directory, now, state } = change
  const { openCounts } = change.context
  const facts = ticketFacts(state, design)
  const values = triage({ item: state.item, facts, requester, now, openCounts }, design, directory)
  if (isHeld) {
    const text = 'Held in Arrivals: somebody gets it when it is accepted.'
    const technician = { value: null, because: { text, article: `portals/${state.portal}` } }
    change.enter({ kind: 'sorted', values: { ...values, technician } }, { system: 'triage' })
    change.tell([requester], 'held')
    return
  }
  change.enter({ kind: 'sorted', values }, { system: 'triage' })
  fitClocks(change)
  change.tell([requester], 'confirmation')
  const technician = values.technician.value
  if (technician) change.tell([directory.people.get(technician)], 'assigned')
}

function reply(change: Change, { text }: Of<'reply'>): void {
  change.enter({ kind: 'replied', text: checkText(text) })
  if (change.state.held) {
    change.tell(requestersOf(change), 'reply', { text: text.trim() })
    return
  }
  for (const clock of change.state.clocks)
    if (clock.stopOn === 'reply' && clock.stoppedAt === undefined) stopClock(change, clock)
  fitClocks(change)
  moveByItself(change, 'onReply', 'a reply went out')
  change.tell(requestersOf(change), 'reply', { text: text.trim() })
}

/** Whose ticket it is, and those whose tickets were merged into it. */
function requestersOf({ state, directory }: Change) {
  return [state.requester, ...(state.others ?? [])].map((id) => directory.people.get(id))
}

function answer(change: Change, said: Of<'answer'>): void {
  const { text } = said
  change.enter(answeredOf(said))
  // What was missing may be there now, so a person looks at it again.
  if (change.state.rejected) holdAgain(change, 'the requester answered')
  if (change.state.held) return
  moveByItself(change, 'onAnswer', 'the requester answered')
  const { technician } = change.state
  if (technician) change.tell([change.directory.people.get(technician)], 'answered', { text: text.trim() })
}

function moveByItself(change: Change, event: keyof TicketKind['automatic'], why: string): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const to = kind.automatic[event][state.status]
  if (!to || to === state.status) return
  const because = {
    text: `“${kind.name}” moves from ${statusOf(kind, state.status).name} to ${statusOf(kind, to).name} when ${why}.`,
    article: `kinds/${kind.id}`,
  }
  change.enter({ kind: 'statusMoved', from: state.status, to, fields: {}, because }, { system: 'lifecycle' })
  fitClocks(change, why)
}

function move(change: Change, { from, to, fields }: Of<'move'>): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const current = statusOf(kind, state.status)
  if (state.status !== from) throw new Refused('conflict', quicker(change, current.name))
  if (!transitionsFrom(kind, from).some((one) => one.to === to))
    throw new Refused('invalid', `A ticket that is “${current.name}” cannot go there from here.`, [
      { field: 'to', message: 'choose one of the steps shown on the ticket' },
    ])
  const status = statusOf(kind, to)
  const problems = checkGate(status, fields)
  const technicians = status.gate.filter((field) => field.type === 'technician' && fields[field.name])
  for (const { name } of technicians)
    if (!change.directory.people.has(fields[name]!))
      problems.push({ field: name, message: 'this person is not in the directory; choose another' })
  if (problems.length) throw new Refused('invalid', `“${status.name}” asks for more.`, problems)
  change.enter({ kind: 'statusMoved', from, to, fields })
  fitClocks(change, fields.reason?.trim() || undefined)
  if (status.tell)
    change.tell(requestersOf(change), status.tell, {
      text: fields.reason ?? fields.remarks ?? '',
    })
}

function quicker(change: Change, status: string): string {
  return `Somebody was quicker: the ticket is “${status}” now. Nothing was changed; look at it again.`
}

function assignTo(change: Change, { technician }: Of<'assign'>): void {
  const { directory, context, state } = change
  const person = technician ? directory.people.get(technician) : undefined
  if (technician && (!person || !person.active || person.role === 'requester'))
    throw new Refused('invalid', 'This person cannot take tickets.', [
      { field: 'technician', message: 'choose somebody of the desk who is active' },
    ])
  if (technician === state.technician) return
  const by = 'person' in context.actor ? directory.nameOf(context.actor.person) : 'The desk'
  const text = technician ? `${by} gave it to ${person!.name}.` : `${by} put it back into the queue.`
  change.enter({ kind: 'assigned', technician, team: state.team, because: { text } })
  fitClocks(change)
  const self = 'person' in context.actor && context.actor.person === technician
  if (person && !self) change.tell([person], 'assigned')
}

function ringDueAlarms(change: Change): void {
  // Each rung may change the ticket, so what is due is asked anew after each.
  for (;;) {
    const next = ticketAlarms(change.state, change.design).find((alarm) => alarm.at <= change.now)
    if (!next) return
    const [kind, ...rest] = next.key.split(':')
    if (kind === 'due')
      change.enter({ kind: 'overdrawn', target: rest[0]!, dueAt: next.at }, { system: 'clock' })
    else if (kind === 'idle') ringIdle(change, next.key, rest[0]!, next.at)
    else ringRung(change, next.key, rest[0]!, rest[1]!, next.at)
  }
}

function ringRung(change: Change, alarm: string, ladderId: string, rungId: string, dueAt: number): void {
  const ladder = change.design.design.ladders.find((one) => one.id === ladderId)!
  const rung = ladder.rungs.find((one) => one.id === rungId)!
  const found = rung.tell.map((one) => ({ one, person: personFor(change, one, dueAt) }))
  const told = [...new Set(found.flatMap(({ person }) => person ?? []))]
  const missing = found.filter(({ person }) => !person).map(({ one }) => RECIPIENT_NAMES[one.to])
  change.enter(
    {
      kind: 'rungRang',
      alarm,
      ladder: ladder.id,
      rung: rung.id,
      name: ladder.name,
      share: rung.share,
      target: ladder.target,
      dueAt,
      told,
      missing,
    },
    { system: 'ladder' },
  )
  change.tell(
    told.map((id) => change.directory.people.get(id)),
    rung.template,
    { rung: rungInWords(ladder, rung) },
  )
}

/** Who a recipient is, for the screen. */
export const RECIPIENT_NAMES: Record<Recipient['to'], string> = {
  technician: 'the technician',
  teamLead: 'the lead of the team',
  requester: 'the requester',
  rota: 'whoever is on rota',
  person: 'a named person',
}

function rungInWords(ladder: Ladder, rung: Rung): string {
  return `${Math.round(rung.share * 100)} % of “${ladder.target}” is spent`
}

/** Finds a recipient; where nobody has the ticket, the technician's word goes to the team's lead. */
function personFor(change: Change, recipient: Recipient, at: number): string | undefined {
  const { state, directory, design } = change
  const lead = directory.teams.get(state.team)?.lead
  switch (recipient.to) {
    case 'technician':
      return state.technician ?? lead
    case 'teamLead':
      return lead
    case 'requester':
      return state.requester
    case 'rota':
      return onRota(design.rota(recipient.rota), at)
    case 'person':
      return recipient.person
  }
}
