import {
  balance,
  carriedOf,
  countsTheSame,
  extensionsOf,
  grantedOf,
  isBeyondLevels,
  isPartnerTarget,
  openPause,
  type Clock,
} from '../clock'
import { holds } from '../condition'
import { canonicalJson } from '../json'
import { statusOf } from '../lifecycle'
import type { Because } from '../reason'
import type { Change } from './change'
import type { ClockMove } from './entry'
import { ticketFacts } from '../facts'
import { clocksKeptThere } from './partnerTargets'
import { becauseGranted, becauseOf, clockFor, labelOf, promisesOf, restsIn } from './promises'
import type { Promised } from './promised'
import { clocksThrough } from './stageTargets'

const LEVELS = { system: 'service levels' }

/**
 * Fits the clocks to the ticket as it is now. Where another level applies, or other hours, what was spent stays spent
 * and the rest follows the new promise; a target that is promised no more ends; one that is promised now begins; then
 * they stop, stand still or go on as their status and conditions say. Asking again changes nothing.
 *
 * Asked once after every command (`climb`), so that no handler has to think of it; what happened (`change.why`), or
 * the name of the status, stands in the pauses.
 */
export function fitClocks(change: Change): void {
  if (change.state.held) return callOff(change)
  const status = statusOf(change.design.kind(change.state.kind), change.state.status)
  if (status.group === 'done') {
    for (const clock of runningClocks(change))
      // What a partner owes of it is wanted no more.
      if (isPartnerTarget(clock.target)) endClock(change, clock, 'cancelled')
      else stopClock(change, clock)
    return
  }
  const promises = promisesOf(change)
  reopenClocks(change, promises)
  for (const clock of [...clocksThrough(change.state), ...clocksKeptThere(change)]) stopClock(change, clock)
  for (const clock of runningClocks(change)) {
    const promised = promises.get(clock.target)
    if (promised) refit(change, clock, promised)
    else endClock(change, clock, 'cancelled', levelGone(change, clock))
  }
  begin(change, promises)
  stopThoseKept(change, promises)
  const { kind } = change.state
  restOrGoOn(change, promises, change.because(change.why ?? { is: 'status', kind, status: status.id }))
}

/** Nothing is promised to a ticket that nobody has let in. */
function callOff(change: Change): void {
  for (const clock of runningClocks(change)) endClock(change, clock, 'cancelled')
}

export const runningClocks = ({ state }: Change) =>
  state.clocks.filter((clock) => clock.stoppedAt === undefined)

/** A ticket that was done and is not any more: its targets go on, unless their level says that they begin anew. */
function reopenClocks(change: Change, promises: Map<string, Promised>): void {
  for (const { level, target } of promises.values())
    if (level.onReopen !== 'anew' && endedWithTicket(change, lastOf(change, target.target)))
      change.enter({ kind: 'clockReopened', target: target.target, why: change.because({ is: 'wasDone' }) })
}

const lastOf = ({ state }: Change, target: string) =>
  state.clocks.findLast((clock) => clock.target === target)

/** Whether a clock ended since its ticket was done, and not since its promise was kept before. */
function endedWithTicket({ state, design }: Change, clock: Clock | undefined): boolean {
  if (clock?.stoppedAt === undefined || clock.outcome === 'cancelled') return false
  if (clock.stopOn !== 'condition') return clock.stopOn === 'done'
  const kind = design.kind(state.kind)
  const done = state.statuses.findLast(({ status }) => statusOf(kind, status).group === 'done')
  return done?.at === clock.stoppedAt
}

function begin(change: Change, promises: Map<string, Promised>): void {
  const facts = ticketFacts(change.state, change.design, change.now)
  const fresh = [...promises.values()].filter(({ level, target }) => {
    const last = lastOf(change, target.target)
    if (last && last.stoppedAt === undefined) return false
    if (target.startWhen && !holds(target.startWhen, facts)) return false
    if (!last || last.outcome === 'cancelled') return true
    if (target.stopWhen && target.stopOn === 'condition' && holds(target.stopWhen, facts)) return false
    return target.startsAnew === true || (level.onReopen === 'anew' && endedWithTicket(change, last))
  })
  const clocks = fresh.map((one) => clockFor(change, one))
  if (clocks.length) change.enter({ kind: 'clocksStarted', clocks }, LEVELS)
}

function refit(change: Change, clock: Clock, promised: Promised): void {
  const { level, target, granted } = promised
  // What a lead granted on top stays on top.
  const extra = extensionsOf(clock)
  const granting = grantedOf(clock) - extra
  const moved = moveTo(change, clock, promised)
  const isSame =
    granting === granted &&
    clock.serviceLevel === level.id &&
    clock.stopOn === target.stopOn &&
    clock.pauseIn.join() === target.pauseIn.join()
  if (isSame && !moved) return
  change.enter(
    {
      kind: 'clockChanged',
      target: clock.target,
      label: labelOf(promised),
      serviceLevel: level.id,
      granted: granted + extra,
      stopOn: target.stopOn,
      pauseIn: target.pauseIn,
      why: becauseGranted(promised),
      ...(moved && { moved }),
      because: becauseOf(promised),
    },
    LEVELS,
  )
}

/** The other hours that a clock comes to count in; undefined when they stay as they are. */
function moveTo(change: Change, clock: Clock, { hours, edition }: Promised): ClockMove | undefined {
  const { design, now } = change
  const isSame =
    clock.calendar === hours.calendar &&
    canonicalJson(clock.shift) === canonicalJson(hours.shift) &&
    (clock.edition === edition ||
      design.earlierEdition(edition)?.hasSameHours(clock.edition, clock.calendar) === true)
  if (isSame) return undefined
  const before = design.hoursOf(clock)
  const to = { edition, ...hours }
  // Hours that change only from now on leave the account of the past as it stands, line by line.
  if (countsTheSame(clock, before, design.hoursOf(to), now)) return to
  const note: Because = { edition: clock.edition, why: [{ is: 'countedIn', calendar: clock.calendar }] }
  return { ...to, carried: carriedOf(clock, before, now, note) }
}

function stopThoseKept(change: Change, promises: Map<string, Promised>): void {
  const facts = ticketFacts(change.state, change.design, change.now)
  for (const clock of runningClocks(change)) {
    const target = promises.get(clock.target)?.target
    const { stopOn, stopWhen } = target ?? {}
    if (stopOn === 'condition' && stopWhen && holds(stopWhen, facts)) stopClock(change, clock)
  }
}

function restOrGoOn(change: Change, promises: Map<string, Promised>, why: Because): void {
  const { state, design } = change
  const { group } = statusOf(design.kind(state.kind), state.status)
  const facts = ticketFacts(state, design, change.now)
  const rests = (clock: Clock) => {
    const promised = promises.get(clock.target)
    const pauseWhen = promised?.target.pauseWhen
    const rests = pauseWhen !== undefined && holds(pauseWhen, promised?.facts ?? facts)
    return restsIn(clock.pauseIn, group) || rests
  }
  const live = runningClocks(change)
  const targets = (which: (clock: Clock) => boolean) => live.filter(which).map((clock) => clock.target)
  const pause = targets((clock) => !openPause(clock) && rests(clock))
  const resume = targets((clock) => {
    const open = openPause(clock)
    return open !== undefined && !open.byHand && !rests(clock)
  })
  if (pause.length) change.enter({ kind: 'clocksPaused', targets: pause, why })
  if (resume.length) change.enter({ kind: 'clocksResumed', targets: resume, why })
}

/** Stops a clock: kept when no more was spent than granted, else missed. */
export function stopClock(change: Change, clock: Clock): void {
  const left = balance(clock, change.design.hoursOf(clock), change.now)
  endClock(change, clock, left >= 0 ? 'kept' : 'missed')
}

export function endClock(
  change: Change,
  clock: Clock,
  outcome: 'kept' | 'missed' | 'cancelled',
  because?: Because,
): void {
  const left = balance(clock, change.design.hoursOf(clock), change.now)
  change.enter({
    kind: 'clockStopped',
    target: clock.target,
    outcome,
    balance: left,
    ...(because && { because }),
  })
}

/** That the edition has the level of a clock no more, in the words of the edition that had it. */
function levelGone({ design }: Change, { target, serviceLevel: level, edition }: Clock): Because | undefined {
  if (isBeyondLevels(target)) return undefined
  if (design.design.serviceLevels.some((one) => one.id === level)) return undefined
  return { edition, why: [{ is: 'levelGone', level, edition: design.edition }] }
}
