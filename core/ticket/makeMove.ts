import { failures, holds, inWords } from '../condition'
import type { CompiledDesign, Directory } from '../design'
import { checkAsked, valueInWords, type AskedField, type FieldValues } from '../fields'
import { beginLadder } from '../ladder'
import { isInGroup, statusOf, transitionsFrom, type CompiledStatus } from '../lifecycle'
import { reasonInWords } from '../explain'
import type { Because, Reason, Told } from '../reason'
import { MINUTE, type Instant } from '../time'
import {
  isBooked,
  plainBooking,
  stepTerms,
  type StandingBooking,
  type BookingMark,
  type Checklist,
  type Goal,
  type Looker,
  type Maker,
  type Move,
  type Way,
} from '../work'
import { assignTo } from './assign'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { reply } from './conversation'
import type { BeforeMove } from './entry'
import { ticketFacts } from '../facts'
import { against, enterFields } from './fields'
import { fill, messageFields, withMore } from './message'
import { beginIfFree, whyNoPlan } from './plans'
import { resort } from './resort'
import { keptByWord } from './said'
import type { TicketState } from './state'
import { checkText } from './text'
import { enterStatus, quicker, tasksBefore } from './toStatus'
import { addChecklist } from './tasks'
import { changeBooking, personOf, startTimer, stopTimer } from './work'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

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
  /** The status that it leads to; nothing where it stays. */
  to?: string
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

/** Who hears of it, and which promises that keeps. */
export const toldOf = (state: TicketState): Told => ({
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
  { group, status }: Goal,
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
  as: BookingMark,
): StandingBooking | undefined {
  return (state.bookings ?? [])
    .filter((one) => one.person === person && isBooked(one) && !(as === 'begun' && one.state === 'begun'))
    .sort((a, b) => a.from - b.from)[0]
}

/** A ticket as a step of a move finds it. */
function lookerOf({ state, design, person, checklists, fields }: Looking): Looker {
  return {
    ...{ person, asked: fields },
    kind: state.kind,
    technician: state.technician,
    isInternal: state.internal === true,
    hasTimer: (state.timers ?? []).some((one) => one.person === person),
    get told() {
      return toldOf(state)
    },
    sortedAs: (field) => state[field],
    hasField: (name) => design.fieldsOf(state.kind).some((one) => one.name === name),
    valueOf: (name) => state.fields?.[name] ?? null,
    question: (name) => askedBy(design, name),
    wayTo: (goal) => wayTo(state, design, goal),
    bookingFor: (mark) => bookingOf({ state, person }, mark)?.what,
    checklistName: (id) => checklists.find((one) => one.id === id)?.name,
    hasLadder: (id) => design.design.ladders.some((one) => one.id === id),
    whyNoPlan: (id) => whyNoPlan(state, design, id),
  }
}

function wayTo(state: TicketState, design: CompiledDesign, goal: Goal): Way | 'there' | undefined {
  const to = targetOf(state, design, goal)
  if (to === 'there' || !to) return to
  return {
    status: to.id,
    gate: to.gate,
    open: tasksBefore(state, design, to).map((one) => one.text),
    tells: to.tell && !state.internal ? toldOf(state) : null,
  }
}

function asksOf(at: Looker, move: Move): AskedField[] {
  const asks = [...move.asks]
  for (const ask of move.steps.flatMap((step) => stepTerms(step).asks?.(at, step) ?? []))
    if (!asks.some((one) => one.name === ask.name)) asks.push(ask)
  return asks
}

/** The status that a move leads to from here. */
function goalOf(at: Looker, { steps }: Move): string | undefined {
  for (const step of steps) {
    const way = step.do === 'status' ? at.wayTo(step) : undefined
    if (way && way !== 'there') return way.status
  }
  return undefined
}

/** A field as a move asks for it. */
function askedBy(design: CompiledDesign, field: string): AskedField {
  const asked = design.asked({ field, required: true })
  return asked ?? { name: field, label: field, type: 'text', required: true }
}

/** What a move would do to a ticket now, and what it asks first. Nothing changes. */
export function planMove(at: Looking, move: Move): MovePlan {
  const { state, design, directory } = at
  const looker = lookerOf(at)
  const outlooks = move.steps.map((step) => stepTerms(step).outlook(looker, step))
  const will = outlooks.flatMap((one) => (one && 'will' in one ? [one.will] : []))
  const wont = outlooks.flatMap((one) => (one && 'wont' in one ? [one.wont] : []))
  const asks = move.asksNothing ? [] : asksOf(looker, move)
  const to = goalOf(looker, move)
  const plan = { will, wont, asks, ...(to !== undefined && { to }) }
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

/**
 * What steps do to a ticket, with what is needed to take it back, which is how it was before the first of them; each sees
 * what the ones before it did.
 */
function makerOf(making: Making): Maker {
  const { change, before, fields, person, checklists } = making
  const now = () => lookerOf({ ...making, state: change.state })
  const timer = () => change.state.timers?.find((one) => one.person === person)
  return {
    ...lookerOf(making),
    asked: fields,
    get hasTimer() {
      return timer() !== undefined
    },
    wayTo: (goal) => now().wayTo(goal),
    enter: (goal) => enterGoal(making, goal),
    give: (technician) => {
      if (before.technician === undefined) before.technician = change.state.technician
      assignTo(change, { technician })
    },
    sort: (field, value) => {
      before.sorted = { [field]: change.state[field], ...before.sorted }
      resort(change, field, value)
    },
    set: (field, value) => {
      before.fields = { ...enterFields(change, { [field]: value }), ...before.fields }
    },
    startTimer: () => {
      before.timerStarted = true
      startTimer(change)
    },
    stopTimer: () => {
      const since = timer()?.since
      stopTimer(change, { ...(fields.what !== undefined && { what: String(fields.what) }) })
      if (since !== undefined) before.timer = { since }
    },
    mark: (as) => {
      const booking = bookingOf({ state: change.state, person }, as)
      if (!booking) return
      before.booking ??= plainBooking(booking)
      changeBooking(change, { id: booking.id, state: as })
    },
    reply: (text) => reply(change, { text: textOf(making, text) }),
    note: (text) => change.enter({ kind: 'noted', text: checkText(textOf(making, text)) }),
    addChecklist: (id) => {
      const found = checklists.find((one) => one.id === id)
      if (found) before.tasks = [...(before.tasks ?? []), ...addChecklist(change, found)]
    },
    setOff: (id) => {
      const found = change.design.design.ladders.find((one) => one.id === id)
      if (found) beginLadder(change, found)
    },
    beginPlan: (id) => {
      const run = beginIfFree(change, id, change.because({ is: 'planByHand', by: person }))
      if (run !== undefined) before.plans = [...(before.plans ?? []), run]
    },
  }
}

/** Into the status that a goal leads to, with what was asked. */
function enterGoal({ change, before, fields, person }: Making, goal: Goal): void {
  const to = targetOf(change.state, change.design, goal)
  if (!to || to === 'there') return
  const asked = Object.fromEntries(
    to.gate.flatMap(({ name }) => (Object.hasOwn(fields, name) ? [[name, fields[name]!]] : [])),
  )
  const problems = checkAsked(to, asked, change.state.fields, against(change))
  if (problems.length) throw new Refused('invalid', `“${to.name}” asks for more.`, problems)
  const timer = change.state.timers?.find((one) => one.person === person)
  const had = change.state.fields ?? {}
  before.fields = {
    ...Object.fromEntries(Object.keys(asked).map((name) => [name, had[name] ?? null])),
    ...before.fields,
  }
  enterStatus(change, to.id, asked)
  // It stops once the command has done all else; taking back finds the record that is made then.
  if (to.group === 'done' && timer) before.timer = { since: timer.since }
}

function textOf(making: Making, text: string): string {
  const { change } = making
  const zone = change.design.design.desk.zone
  const requester = change.directory.people.get(change.state.requester)
  const fields = messageFields(change, { name: requester?.name ?? '', zone })
  return fill(text, withMore(askedInWords(making), fields))
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
  const maker = makerOf(making)
  for (const step of move.steps) stepTerms(step).deed(maker, step)
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
  endBegun(change, before, name)
  if (before.status !== undefined)
    change.enter({ kind: 'statusMoved', from: change.state.status, to: before.status, fields: [], because })
  if (before.timer) letTimerGoOn(change, before.timer)
  change.why = { is: 'moveTakenBack', name }
}

/** The plans that a move began are called off with it. */
function endBegun(change: Change, { plans = [] }: BeforeMove, name: string): void {
  const why = change.say({ is: 'moveTakenBack', name })
  for (const run of change.state.plans ?? [])
    if (plans.includes(run.id) && !run.ended)
      change.enter({ kind: 'planEnded', run: run.id, name: run.name, how: 'calledOff', why })
}

/** The timer that a move stopped runs on since it began, and the record of its time goes. */
function letTimerGoOn(change: Change, { since }: NonNullable<BeforeMove['timer']>): void {
  const person = personOf(change)
  const made = change.state.times?.findLast((one) => one.person === person && one.from === since)
  if (!made) return
  change.enter({ kind: 'timeDropped', id: made.id })
  change.enter({ kind: 'timerStarted', person, since })
}
