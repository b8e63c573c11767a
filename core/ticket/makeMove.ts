import { failures, holds, inWords } from '../condition'
import type { CompiledDesign, Directory } from '../design'
import { checkAsked, keptValue, valueInWords, type AskedField, type FieldValues } from '../fields'
import { beginLadder } from '../ladder'
import { isInGroup, statusOf, transitionsFrom, type CompiledStatus } from '../lifecycle'
import { canonicalJson } from '../json'
import { reasonInWords } from '../explain'
import type { Because, Reason, Told } from '../reason'
import { MINUTE, type Instant } from '../time'
import { isBooked, type Booking, type Checklist, type Move, type MoveStep } from '../work'
import { assignTo } from './assign'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { reply } from './conversation'
import type { BeforeMove } from './entry'
import { ticketFacts } from '../facts'
import { against, enterFields } from './fields'
import { fill, messageFields } from './message'
import { resort } from './resort'
import { keptByWord } from './said'
import type { TicketState } from './state'
import { checkText } from './text'
import { enterStatus, quicker, tasksBefore } from './toStatus'
import { addTasks, changeBooking, personOf, startTimer, stopTimer } from './work'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>
type StepOf<K extends MoveStep['do']> = Extract<MoveStep, { do: K }>

/** What a move would do to a ticket. */
export interface MovePlan {
  /** Why it cannot be made now; missing where it can. */
  whyNot?: string
  /** What it will do, step by step. */
  will: Reason[]
  /** What it cannot do here, and passes over. */
  wont: Reason[]
  /** What is asked first: by the move, and by the gates on its way. */
  asks: AskedField[]
}

/** Who looks at a move on which ticket. */
export interface Looking {
  state: TicketState
  design: CompiledDesign
  directory: Directory
  person: string
  now: Instant
  checklists: readonly Checklist[]
  /** What was asked, once it is known. */
  fields?: FieldValues
}

/** What one step comes to: what it will do, or why it does nothing. */
type Outlook = { will: Reason } | { wont: Reason } | undefined
type Outlooks = { [K in MoveStep['do']]: (at: Looking, step: StepOf<K>) => Outlook }

const OUTLOOKS: Outlooks = {
  status: ({ state, design }, step) => {
    const kind = design.kind(state.kind)
    const to = targetOf(state, design, step)
    if (to === 'there') return undefined
    if (!to) {
      const { group = null, status = null } = step
      return { wont: { is: 'stepNoWay', kind: kind.id, group, status } }
    }
    const open = tasksBefore(state, kind, to)
    if (open.length) return { wont: { is: 'stepTasksFirst', tasks: open.map((one) => one.text) } }
    const tells = to.tell && !state.internal ? toldOf(state) : null
    return { will: { is: 'stepStatus', kind: kind.id, status: to.id, tells } }
  },
  assign: ({ state, person, fields }, { to }) => {
    if (to === 'asked')
      return { will: { is: 'stepGive', to: fields?.technician ? String(fields.technician) : null } }
    if (to === 'me') return state.technician === person ? undefined : { will: { is: 'stepGive', to: person } }
    return state.technician ? { will: { is: 'stepPutBack' } } : undefined
  },
  sort: ({ state }, { field, value }) =>
    state[field] === value ? undefined : { will: { is: 'stepSort', field, value } },
  set: ({ state, design, fields }, { field, value }) => {
    if (!design.fieldsOf(state.kind).some((one) => one.name === field))
      return { wont: { is: 'noField', field, kind: state.kind } }
    const wanted = value === undefined ? fields?.[field] : value
    if (wanted === undefined) return { will: { is: 'stepSet', field } }
    const isSo = canonicalJson(keptValue(wanted)) === canonicalJson(state.fields?.[field] ?? null)
    return isSo ? undefined : { will: { is: 'stepSet', field, value: keptValue(wanted) } }
  },
  timer: ({ state, person }, { turn }) => {
    const runs = (state.timers ?? []).some((one) => one.person === person)
    return runs === (turn === 'on') ? undefined : { will: { is: 'stepTimer', turn } }
  },
  booking: (at, { as }) => {
    const booking = bookingOf(at, as)
    return booking && { will: { is: 'stepBooking', as, what: booking.what } }
  },
  reply: ({ state }) =>
    state.internal ? { wont: { is: 'stepUnseen' } } : { will: { is: 'stepReply', tells: toldOf(state) } },
  note: () => ({ will: { is: 'stepNote' } }),
  checklist: ({ checklists }, { checklist }) => {
    const found = checklists.find((one) => one.id === checklist)
    return found
      ? { will: { is: 'stepChecklist', name: found.name } }
      : { wont: { is: 'noChecklist', checklist } }
  },
  ladder: ({ design }, { ladder }) =>
    design.design.ladders.some((one) => one.id === ladder)
      ? { will: { is: 'stepLadder', ladder } }
      : { wont: { is: 'noLadder', ladder } },
}

/** Who hears of it, and which promises that keeps. */
const toldOf = (state: TicketState): Told => ({
  person: state.requester,
  kept: keptByWord(state).map((clock) => clock.label),
})

/** Reasons in the words of the ticket's edition. */
const inWordsOf = (
  { design, directory }: Pick<Looking, 'design' | 'directory'>,
  reasons: readonly Reason[],
) =>
  reasons.map((one) =>
    reasonInWords(one, design.edition, {
      language: 'en',
      design: (edition) => design.earlierEdition(edition),
      directory,
    }),
  )

/** Where a status step leads from here: the status, `there` when the ticket is there, nothing when no way leads. */
function targetOf(
  state: TicketState,
  design: CompiledDesign,
  { group, status }: StepOf<'status'>,
): CompiledStatus | 'there' | undefined {
  const kind = design.kind(state.kind)
  const fits = (one: CompiledStatus) =>
    status === undefined ? isInGroup(kind, one, group!) : one.id === status
  if (fits(statusOf(kind, state.status))) return 'there'
  return transitionsFrom(kind, state.status)
    .map(({ to }) => statusOf(kind, to))
    .find(fits)
}

/** The fixed time that a step is about: of whoever makes the move the one that comes next. */
function bookingOf(
  { state, person }: Pick<Looking, 'state' | 'person'>,
  as: StepOf<'booking'>['as'],
): Booking | undefined {
  return (state.bookings ?? [])
    .filter((one) => one.person === person && isBooked(one) && !(as === 'begun' && one.state === 'begun'))
    .sort((a, b) => a.from - b.from)[0]
}

const TECHNICIAN: AskedField = {
  name: 'technician',
  label: 'Who takes it?',
  type: 'technician',
  required: true,
}

function asksOf({ state, design }: Looking, move: Move): AskedField[] {
  const asks = [...move.asks]
  const add = (field: AskedField) => {
    if (!asks.some((one) => one.name === field.name)) asks.push(field)
  }
  for (const step of move.steps) {
    if (step.do === 'assign' && step.to === 'asked') add(TECHNICIAN)
    const isOwn = step.do === 'set' && design.fieldsOf(state.kind).some((one) => one.name === step.field)
    if (isOwn && step.value === undefined) add({ ...askedBy(design, step.field), required: true })
    if (step.do !== 'status') continue
    const to = targetOf(state, design, step)
    if (to && to !== 'there') to.gate.forEach(add)
  }
  return asks
}

/** A field as a move asks for it. */
function askedBy(design: CompiledDesign, field: string): AskedField {
  const asked = design.asked({ field, required: true })
  return asked ?? { name: field, label: field, type: 'text', required: true }
}

/** What a move would do to a ticket now, and what it asks first. Nothing changes. */
export function planMove(at: Looking, move: Move): MovePlan {
  const { state, design, directory } = at
  const outlooks = move.steps.map((step) =>
    (OUTLOOKS[step.do] as (at: Looking, step: MoveStep) => Outlook)(at, step),
  )
  const will = outlooks.flatMap((one) => (one && 'will' in one ? [one.will] : []))
  const wont = outlooks.flatMap((one) => (one && 'wont' in one ? [one.wont] : []))
  const asks = move.asksNothing ? [] : asksOf(at, move)
  const plan = { will, wont, asks }
  if (state.held) return { ...plan, whyNot: 'it waits in Arrivals' }
  const facts = ticketFacts(state, design, at.now)
  if (!holds(move.when, facts)) {
    const lacks = failures(move.when, facts)
    return { ...plan, whyNot: `only where ${inWords({ all: lacks }, design.vocabulary(directory))}` }
  }
  // A move whose status cannot be reached would do half of what its name says.
  if (wont.length && move.steps.some((step) => step.do === 'status'))
    return { ...plan, whyNot: inWordsOf(at, wont).join('; ') }
  if (!will.length) return { ...plan, whyNot: inWordsOf(at, wont)[0] ?? 'all of it is so already' }
  return plan
}

interface Making extends Looking {
  change: Change
  fields: FieldValues
  asks: readonly AskedField[]
  before: BeforeMove
}
type Deeds = { [K in MoveStep['do']]: (at: Making, step: StepOf<K>) => void }

const DEEDS: Deeds = {
  status: ({ change, before, fields, person }, step) => {
    const to = targetOf(change.state, change.design, step)
    if (!to || to === 'there') return
    const asked = Object.fromEntries(
      to.gate.flatMap(({ name }) => (Object.hasOwn(fields, name) ? [[name, fields[name]!]] : [])),
    )
    const problems = checkAsked(to, asked, change.state.fields, against(change))
    if (problems.length) throw new Refused('invalid', `“${to.name}” asks for more.`, problems)
    const timer = change.state.timers?.find((one) => one.person === person)
    const had = change.state.fields ?? {}
    const asks = to.gate.filter((one) => !one.anew && Object.hasOwn(asked, one.name))
    before.fields = {
      ...Object.fromEntries(asks.map(({ name }) => [name, had[name] ?? null])),
      ...before.fields,
    }
    enterStatus(change, to.id, asked)
    // It stops once the command has done all else; taking back finds the record that is made then.
    if (to.group === 'done' && timer) before.timer = { since: timer.since }
  },
  assign: ({ change, before, fields, person }, { to }) => {
    before.technician = change.state.technician
    const technician = {
      me: person,
      nobody: null,
      asked: fields.technician ? String(fields.technician) : null,
    }[to]
    assignTo(change, { technician })
  },
  sort: ({ change, before }, { field, value }) => {
    before.sorted = { ...before.sorted, [field]: change.state[field] }
    resort(change, field, value)
  },
  set: ({ change, before, fields }, { field, value }) => {
    if (!change.design.fieldsOf(change.state.kind).some((one) => one.name === field)) return
    const wanted = value === undefined ? fields[field] : value
    if (wanted !== undefined)
      before.fields = { ...enterFields(change, { [field]: wanted }), ...before.fields }
  },
  timer: ({ change, before, person, fields }, { turn }) => {
    const timer = change.state.timers?.find((one) => one.person === person)
    if (turn === 'on' && !timer) {
      before.timerStarted = true
      startTimer(change)
    } else if (turn === 'off' && timer) {
      stopTimer(change, { ...(fields.what !== undefined && { what: String(fields.what) }) })
      before.timer = { since: timer.since }
    }
  },
  booking: (at, { as }) => {
    const booking = bookingOf({ state: at.change.state, person: at.person }, as)
    if (!booking) return
    at.before.booking = booking
    changeBooking(at.change, { id: booking.id, state: as })
  },
  reply: (at, { text }) => {
    if (!at.state.internal) reply(at.change, { text: textOf(at, text) })
  },
  note: (at, { text }) => at.change.enter({ kind: 'noted', text: checkText(textOf(at, text)) }),
  checklist: ({ change, before, checklists }, { checklist }) => {
    const found = checklists.find((one) => one.id === checklist)
    if (found) before.tasks = addTasks(change, found.tasks, found.name)
  },
  ladder: ({ change }, { ladder }) => {
    const found = change.design.design.ladders.find((one) => one.id === ladder)
    if (found) beginLadder(change, found)
  },
}

function textOf(making: Making, text: string): string {
  const { change } = making
  const zone = change.design.design.desk.zone
  const requester = change.directory.people.get(change.state.requester)
  return fill(text, {
    ...messageFields(change, { name: requester?.name ?? '', zone }),
    ...askedInWords(making),
  })
}

/** What was asked, as it stands in a text. */
function askedInWords({ change, fields, asks }: Making): Record<string, string> {
  const nameOf = change.design.nameOf(change.directory)
  return Object.fromEntries(
    asks.flatMap((ask) => {
      const value = fields[ask.name]
      return value === undefined ? [] : [[ask.name, valueInWords(ask, value, nameOf)]]
    }),
  )
}

/**
 * Makes a move: all its steps, or none.
 * @throws Refused when it cannot be made now, or something that is asked first is missing
 */
export function makeMove(change: Change, { move, from, asked, checklists }: Of<'makeMove'>): void {
  const { state, design, directory, now } = change
  const person = personOf(change)
  const kind = design.kind(state.kind)
  if (state.status !== from) throw new Refused('conflict', quicker(change, statusOf(kind, state.status).name))
  const looking = { state, design, directory, person, now, checklists }
  const plan = planMove(looking, move)
  if (plan.whyNot) throw new Refused('conflict', `“${move.name}” cannot be made now: ${plan.whyNot}.`)
  const problems = checkAsked({ name: move.name, gate: plan.asks }, asked, state.fields, against(change))
  if (problems.length) throw new Refused('invalid', `“${move.name}” asks for something first.`, problems)
  const making: Making = { ...looking, change, fields: asked, asks: plan.asks, before: {} }
  for (const step of move.steps) (DEEDS[step.do] as (at: Making, step: MoveStep) => void)(making, step)
  // A reply among the steps may have moved it as well.
  if (change.state.status !== state.status) making.before.status = state.status
  change.enter({
    kind: 'moveMade',
    move: move.id,
    name: move.name,
    did: change.because(...planMove({ ...looking, fields: asked }, move).will),
    ...(plan.wont.length && { passedOver: change.because(...plan.wont) }),
    before: making.before,
    ...(change.tells && { sent: true as const }),
  })
}

/** How long a move can be taken back, in milliseconds: common practice has no figure; long enough to notice. */
export const UNDO_WITHIN = 30 * MINUTE

/**
 * Takes the last move back: values become what they were. What was said stays said.
 * @throws Refused when it is another's, too long ago, or the ticket has gone on since
 */
export function undoMove(change: Change, sequence: number): void {
  const { state, now } = change
  const last = state.lastMove
  if (!last || last.sequence !== sequence)
    throw new Refused('conflict', 'Another move was made since, or this one was taken back already.')
  if (last.by !== personOf(change))
    throw new Refused('forbidden', 'Only whoever made a move can take it back.')
  if (now - last.at > UNDO_WITHIN)
    throw new Refused('conflict', 'This move was made too long ago to be taken back; change it by hand.')
  if ((state.statuses.at(-1)?.at ?? 0) > last.at)
    throw new Refused('conflict', 'The ticket went to another status since; nothing was changed.')
  takeBack(change, last.before, last.name)
  const { move, name } = last
  change.enter({ kind: 'moveTakenBack', move, name, made: sequence, stays: last.sent === true })
}

/** What the ticket is sorted as, who has it, and its fields become what they were. */
function takeValuesBack(change: Change, before: BeforeMove, because: Because): void {
  for (const [field, value] of Object.entries(before.sorted ?? {}))
    change.enter({ kind: 'resorted', field: field as 'queue', value, because })
  if (before.technician !== undefined && before.technician !== change.state.technician)
    change.enter({ kind: 'assigned', technician: before.technician, team: change.state.team, because })
  enterFields(change, before.fields ?? {}, because)
}

function takeBack(change: Change, before: BeforeMove, name: string): void {
  const because = change.because({ is: 'tookMoveBack', by: personOf(change), name })
  if (before.timerStarted && change.state.timers?.some((one) => one.person === personOf(change)))
    stopTimer(change, { drop: true })
  takeValuesBack(change, before, because)
  if (before.booking) change.enter({ kind: 'bookingChanged', booking: before.booking })
  for (const id of before.tasks ?? []) {
    const task = change.state.tasks?.find((one) => one.id === id)
    if (task && !task.done) change.enter({ kind: 'taskDropped', id, text: task.text })
  }
  if (before.status !== undefined)
    change.enter({ kind: 'statusMoved', from: change.state.status, to: before.status, fields: [], because })
  if (before.timer) letTimerGoOn(change, before.timer)
  change.why = { is: 'moveTakenBack', name }
}

/** The timer that a move stopped runs on since it began, and the record of its time goes. */
function letTimerGoOn(change: Change, { since }: NonNullable<BeforeMove['timer']>): void {
  const person = personOf(change)
  const made = change.state.times?.findLast((one) => one.person === person && one.from === since)
  if (!made) return
  change.enter({ kind: 'timeDropped', id: made.id })
  change.enter({ kind: 'timerStarted', person, since })
}
