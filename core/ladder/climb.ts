import { keysOf } from '../lookup'
import { holds, type Facts } from '../condition'
import type { CompiledDesign } from '../design'
import { ticketFacts } from '../facts'
import { statusOf } from '../lifecycle'
import type { Reason } from '../reason'
import type { Change } from '../ticket/change'
import type { Entry } from '../ticket/entry'
import type { TicketState } from '../ticket/state'
import type { Instant } from '../time'
import { climbOf, eventKey, ladderAlarms, readRungKey, type Alarm, type Climbing } from './alarms'
import type { LadderEvent } from './event'
import { acknowledgementOf, isRemembered, MOST_IN_A_CHAIN, type Ladder } from './ladder'
import { ringRung, type HandsOf } from './ringRung'
import { beginLadder, stopChain } from './runs'

/** What ladders need of the rest of a ticket. */
export interface Means {
  fitClocks(change: Change): void
  handsOf: HandsOf
}

const LADDER = { system: 'ladder' }

/** What a ticket's ladders ring by. */
export function climbingOf(state: TicketState, design: CompiledDesign): Climbing {
  const created = state.acceptedAt ?? state.loggedAt
  return {
    clocks: state.clocks,
    hoursOf: (clock) => design.hoursOf(clock),
    runs: state.ladders ?? {},
    acknowledged: state.acknowledged ?? {},
    rang: state.rang,
    since: {
      created,
      reply: Math.max(state.saidAt ?? created, created),
      status: state.statuses[state.statuses.length - 1]?.at ?? created,
    },
    // A calendar that a newer edition lacks gives way to that of the desk.
    calendar: (id) => design.calendar(design.hasCalendar(id) ? id : design.design.desk.calendar),
  }
}

/** The alarms of a state, which never changes: they are asked for before and after a command, and when it is stored. */
const armed = new WeakMap<TicketState, { design: CompiledDesign; alarms: readonly Alarm[] }>()

/** The alarms of a ticket's ladders. */
export function rungAlarms(state: TicketState, design: CompiledDesign): readonly Alarm[] {
  let one = armed.get(state)
  if (one?.design !== design) armed.set(state, (one = { design, alarms: rungsAt(state, design) }))
  return one.alarms
}

/**
 * The alarms of a ticket's ladders, worked out anew.
 * @param now where given, a repetition that was missed gives way to the last one that is due
 */
export function rungsAt(state: TicketState, design: CompiledDesign, now?: Instant): Alarm[] {
  if (state.held) return []
  const facts = ticketFacts(state, design)
  const ladders = design.design.ladders.filter((one) => isRemembered(one) || holds(one.when, facts))
  return ladderAlarms(ladders, climbingOf(state, design), now)
}

/** The rungs that are due, soonest first. */
export function rungsDue(state: TicketState, design: CompiledDesign, now: Instant): Alarm[] {
  return rungAlarms(state, design)
    .filter(({ at }) => at <= now)
    .sort(bySoonest)
}

export const bySoonest = (a: Alarm, b: Alarm) => a.at - b.at || (a.key < b.key ? -1 : 1)

/**
 * What follows a command, whatever it was: the clocks are fitted and whoever is to be told is written to; then ladders
 * begin or end, rungs that lie in the past already are passed over, and what rings at once on something rings. What
 * rungs do may set off more, up to a bound.
 * @param before the ticket as it was; undefined for a new one
 * @param from how many entries there were when the command began
 */
export function climb(change: Change, before: TicketState | undefined, from: number, means: Means): void {
  const { design } = change
  for (let last = before, seen = from; ; change.depth++) {
    means.fitClocks(change)
    change.why = undefined
    change.sendTold()
    const entries = change.entries.slice(seen)
    const events = eventsOf(change, last, entries)
    if (design.remembers) fitRuns(change)
    if (last) passOver(change, last, entries)
    last = change.state
    seen = change.entries.length
    if (!design.remembers || !events.length) return
    for (const event of events) ringAtOnce(change, event, means)
    if (change.entries.length === seen) return
  }
}

/** Ladders that remember their beginning begin and end. */
function fitRuns(change: Change): void {
  const { state, design } = change
  const end = (ladder: string, why: Reason) =>
    change.enter({ kind: 'ladderEnded', ladder, why: change.because(why) }, LADDER)
  const remembered = design.design.ladders.filter(isRemembered)
  for (const id of Object.keys(state.ladders ?? {}))
    if (!remembered.some((one) => one.id === id)) end(id, { is: 'ladderGone' })
  const isOver = state.held !== undefined || statusOf(design.kind(state.kind), state.status).group === 'done'
  const facts = ticketFacts(state, design, change.now)
  for (const ladder of remembered) {
    const why = isOver ? ({ is: 'ladderDone' } as const) : whyEnds(ladder, facts)
    const isClimbing = state.ladders?.[ladder.id] !== undefined
    if (isClimbing && why !== undefined) end(ladder.id, why)
    else if (!isClimbing && why === undefined && begins(ladder, facts)) beginLadder(change, ladder)
  }
}

/** Why a ladder climbs no further with these facts; undefined when it may. */
function whyEnds({ when, stopWhen }: Ladder, facts: Facts): Reason | undefined {
  if (stopWhen && holds(stopWhen, facts)) return { is: 'ladderStopped' }
  return holds(when, facts) ? undefined : { is: 'ladderNotForIt' }
}

const begins = ({ onlySetOff, startWhen }: Ladder, facts: Facts) =>
  !onlySetOff && (!startWhen || holds(startWhen, facts))

/**
 * Of the rungs that lie in the past when their ladder comes to a ticket, or the ticket to a newer edition, only the
 * highest rings.
 */
function passOver(change: Change, before: TicketState, entries: readonly Entry[]): void {
  const { state, design, now } = change
  if (state === before || state.held) return
  const due = rungsDue(state, design, now)
  if (due.length < 2) return
  const isAdopted = entries.some(({ kind }) => kind === 'editionAdopted')
  const armed = new Set(isAdopted ? [] : rungAlarms(before, design).map((one) => one.key))
  const fresh = due.filter(({ key }) => !armed.has(key))
  const alarms = fresh
    .filter(({ key }, index) => {
      const { ladder } = readRungKey(key)
      const isLast = !fresh.slice(index + 1).some((one) => readRungKey(one.key).ladder === ladder)
      const ringsEach = !isAdopted && design.design.ladders.find((one) => one.id === ladder)?.past === 'each'
      return !isLast && !ringsEach
    })
    .map((one) => one.key)
  if (alarms.length) change.enter({ kind: 'rungsPassed', alarms }, LADDER)
}

/** What happened that ladders can ring on. */
function eventsOf(change: Change, before: TicketState | undefined, entries: readonly Entry[]): LadderEvent[] {
  const { state, design } = change
  if (state.held || state === before) return []
  const orderOf = (one: TicketState) => (one.priority ? design.priority(one.priority).order : undefined)
  const groupOf = (one: TicketState) => statusOf(design.kind(one.kind), one.status).group
  const has = (isSo: (entry: Entry) => boolean) => entries.some(isSo)
  const isNew = before === undefined || before.held !== undefined
  const was = isNew ? undefined : before
  const happened: Record<LadderEvent, boolean> = {
    created: isNew,
    assigned: state.technician !== null && state.technician !== was?.technician,
    priorityRaised: was !== undefined && (orderOf(state) ?? 0) < (orderOf(was) ?? 0),
    reopened: was !== undefined && groupOf(was) === 'done' && groupOf(state) !== 'done',
    duePassed: has(({ kind }) => kind === 'overdrawn'),
    deliveryFailed: has((entry) => entry.kind === 'messageDelivery' && isLost(state, entry)),
    signalRepeated: has(({ kind }) => kind === 'signalRepeated'),
    majorIncident: has(({ kind }) => kind === 'majorDeclared'),
  }
  return keysOf(happened).filter((event) => happened[event])
}

/** A message that reached nobody; one about such a message tells nobody of it again. */
function isLost(state: TicketState, entry: Extract<Entry, { kind: 'messageDelivery' }>): boolean {
  if (entry.state !== 'givenUp') return false
  const message = state.messages.find((one) => one.key === entry.key)
  return message?.isAboutDelivery !== true && !state.messages.some((one) => one.after === entry.key)
}

function ringAtOnce(change: Change, event: LadderEvent, means: Means): void {
  for (const ladder of change.design.design.ladders)
    for (const rung of ladder.rungs) {
      const run = change.state.ladders?.[ladder.id]
      if (!run || rung.moment.at !== 'event' || rung.moment.event !== event) continue
      if (
        ladder.acknowledgementStops &&
        acknowledgementOf(change.state.acknowledged, ladder.id, climbOf(run, undefined))
      )
        continue
      if (change.depth >= MOST_IN_A_CHAIN) {
        stopChain(change, ladder)
        continue
      }
      ringRung(change, eventKey(ladder.id, rung.id, change.now, change.state.sequence), change.now, means)
    }
}
