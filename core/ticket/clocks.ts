import { balance, grantedOf, openPause, spent, type Clock, type ServiceLevel, type Target } from '../clock'
import { holds, inWords } from '../condition'
import { alarmsOf, type Alarm } from '../ladder'
import { statusOf, type StatusGroup } from '../lifecycle'
import { DAY, durationInWords, MINUTE, parseDuration } from '../time'
import type { Because } from '../triage'
import type { CompiledDesign } from '../design'
import { ticketFacts } from './facts'
import type { Change } from './change'
import { Refused } from './command'
import type { TicketState } from './state'

interface Promised {
  level: ServiceLevel
  target: Target
  /** Milliseconds. */
  granted: number
  calendar: string
}

/** What the design promises this ticket: for each target the first level that holds and grants something. */
function promisesOf({ state, design, directory }: Change): Map<string, Promised> {
  const facts = ticketFacts(state)
  const site = directory.sites.get(state.site ?? '')
  const promises = new Map<string, Promised>()
  for (const level of design.design.serviceLevels) {
    if (!holds(level.when, facts)) continue
    for (const target of level.targets) {
      const duration = target.granted[state.priority]
      if (!duration || promises.has(target.target)) continue
      const calendar =
        target.calendar === 'site'
          ? (site?.calendar ?? design.design.desk.calendar)
          : target.calendar.calendar
      promises.set(target.target, { level, target, granted: parseDuration(duration), calendar })
    }
  }
  return promises
}

const labelOf = ({ target, granted }: Promised) => `${target.label} in ${durationInWords(granted)}`

function whyGranted({ state, design }: Change, { calendar }: Promised): string {
  return `${design.priority(state.priority).name}, in the hours of ${design.calendar(calendar).name}`
}

function becauseOf(change: Change, promised: Promised): Because {
  const { level } = promised
  const words = inWords(level.when, change.design.vocabulary(change.directory))
  const text = `Service level “${level.name}” applies first: ${words}. ${whyGranted(change, promised)}.`
  return { text, article: `service-levels/${level.id}` }
}

/** Starts a clock for every target that the design promises this ticket. */
export function startClocks(change: Change): void {
  const clocks = [...promisesOf(change).values()].map((one) => newClock(change, one, change.now))
  if (clocks.length) change.enter({ kind: 'clocksStarted', clocks }, { system: 'service levels' })
}

function newClock(change: Change, promised: Promised, startedAt: number): Clock & { because: Because } {
  const { level, target, granted, calendar } = promised
  return {
    target: target.target,
    label: labelOf(promised),
    serviceLevel: level.id,
    calendar,
    edition: change.design.edition,
    startedAt,
    grants: [{ at: startedAt, granted, why: whyGranted(change, promised) }],
    pauses: [],
    stopOn: target.stopOn,
    pauseIn: target.pauseIn,
    because: becauseOf(change, promised),
  }
}

/**
 * Fits the promises to changed facts: where another level applies its time is granted and what was spent stays spent;
 * a target that is promised no more ends; one that is promised now begins.
 */
export function refitClocks(change: Change): void {
  const status = statusOf(change.design.kind(change.state.kind), change.state.status)
  if (status.group === 'done') return
  const promises = promisesOf(change)
  for (const clock of change.state.clocks.filter((one) => one.stoppedAt === undefined)) {
    const promised = promises.get(clock.target)
    if (promised) refit(change, clock, promised)
    else endClock(change, clock, 'cancelled')
  }
  const known = new Set(
    change.state.clocks.filter((one) => one.outcome !== 'cancelled').map((one) => one.target),
  )
  const fresh = [...promises.values()].filter((one) => !known.has(one.target.target))
  const clocks = fresh.map((one) => lateClock(change, one))
  if (clocks.length) change.enter({ kind: 'clocksStarted', clocks }, { system: 'service levels' })
  settleClocks(change, status.name)
}

function refit(change: Change, clock: Clock, promised: Promised): void {
  const { level, granted, calendar } = promised
  const granting = clock.grants.findLast((one) => one.extendedBy === undefined)!.granted
  const moves = clock.calendar !== calendar
  if (!moves && granting === granted && clock.serviceLevel === level.id) return
  const hours = change.design.calendar(clock.calendar)
  // What a lead granted on top stays on top.
  const extra = grantedOf(clock) - granting
  change.enter(
    {
      kind: 'clockChanged',
      target: clock.target,
      label: labelOf(promised),
      serviceLevel: level.id,
      granted: granted + extra,
      stopOn: promised.target.stopOn,
      pauseIn: promised.target.pauseIn,
      why: whyGranted(change, promised),
      ...(moves && {
        moved: {
          calendar,
          spent: spent(clock, hours, change.now),
          note: `counted before, in the hours of ${hours.name}`,
        },
      }),
      because: becauseOf(change, promised),
    },
    { system: 'service levels' },
  )
}

/** A clock of a target that comes to a ticket later: from now on, or as the target says from the beginning. */
function lateClock(change: Change, promised: Promised): Clock & { because: Because } {
  const { clocks, loggedAt } = change.state
  const { target, pauseIn, countsFrom } = promised.target
  // One that begins anew counts from where the last one ended, not from the logging again.
  const isAgain = clocks.some((one) => one.target === target && one.outcome !== 'cancelled')
  const fromLogging = countsFrom === 'logging' && !isAgain
  let startedAt = fromLogging ? loggedAt : change.now
  // Two clocks of one target are told apart by their start, so it is never the same moment.
  while (clocks.some((one) => one.target === target && one.startedAt === startedAt)) startedAt++
  const pattern = clocks.find((one) => one.startedAt === loggedAt && one.pauseIn.join() === pauseIn.join())
  const pauses = fromLogging ? (pattern?.pauses ?? []) : []
  return { ...newClock(change, promised, startedAt), pauses }
}

/** Begins targets anew that are to run as long as the ticket is open and do not run now. */
export function startAnew(change: Change): void {
  const running = new Set(
    change.state.clocks.filter((one) => one.stoppedAt === undefined).map((one) => one.target),
  )
  const clocks = [...promisesOf(change).values()]
    .filter(({ target }) => target.startsAnew && !running.has(target.target))
    .map((one) => lateClock(change, one))
  if (clocks.length) change.enter({ kind: 'clocksStarted', clocks }, { system: 'service levels' })
}

/** Pauses, resumes, stops and reopens clocks so that they fit the ticket's status. */
export function settleClocks(change: Change, why: string): void {
  const { state, design } = change
  const status = statusOf(design.kind(state.kind), state.status)
  const running = state.clocks.filter((clock) => clock.stoppedAt === undefined)
  if (status.group === 'done') {
    for (const clock of running) stopClock(change, clock)
    return
  }
  const ended = state.clocks.filter(
    (clock) => clock.stopOn === 'done' && clock.stoppedAt !== undefined && clock.outcome !== 'cancelled',
  )
  for (const clock of ended) change.enter({ kind: 'clockReopened', target: clock.target, why: 'was done' })
  startAnew(change)
  const live = change.state.clocks.filter((clock) => clock.stoppedAt === undefined)
  const pause = live
    .filter((clock) => restsIn(clock, status.group) && !openPause(clock))
    .map((clock) => clock.target)
  const resume = live
    .filter((clock) => {
      const pause = openPause(clock)
      return pause && !pause.byHand && !restsIn(clock, status.group)
    })
    .map((clock) => clock.target)
  if (pause.length) change.enter({ kind: 'clocksPaused', targets: pause, why })
  if (resume.length) change.enter({ kind: 'clocksResumed', targets: resume, why })
}

/** Whether a clock stands still while its ticket is in a status of this group. */
function restsIn(clock: Clock, group: StatusGroup): boolean {
  return (clock.pauseIn as StatusGroup[]).includes(group)
}

/** The running clocks that a person means: the named ones, or all. */
function meantClocks({ state }: Change, targets: string[]): Clock[] {
  const running = state.clocks.filter((clock) => clock.stoppedAt === undefined)
  const gone = targets.find((target) => !running.some((clock) => clock.target === target))
  if (gone !== undefined)
    throw new Refused('conflict', `The target “${gone}” is not running any more; look at the ticket again.`)
  return targets.length ? running.filter((clock) => targets.includes(clock.target)) : running
}

/** Longest reason for a pause or an extension, in characters. */
const REASON_LIMIT = 500

function checkReason(why: string): string {
  const reason = why.trim()
  const problem =
    reason === ''
      ? 'please say why; it stands in the statement'
      : reason.length > REASON_LIMIT
        ? `please shorten this to ${REASON_LIMIT} characters`
        : undefined
  if (problem) throw new Refused('invalid', 'A reason is needed.', [{ field: 'why', message: problem }])
  return reason
}

/** Pauses targets because a person says so. */
export function pauseByHand(change: Change, targets: string[], why: string): void {
  const reason = checkReason(why)
  const clocks = meantClocks(change, targets).filter((clock) => !openPause(clock)?.byHand)
  if (!clocks.length) throw new Refused('conflict', 'There is nothing to pause: no target is running.')
  // A clock that rests with the status goes over to the person's pause, so that the status does not end it.
  const resting = clocks.filter((clock) => openPause(clock)).map((clock) => clock.target)
  if (resting.length) change.enter({ kind: 'clocksResumed', targets: resting, why: reason })
  const all = clocks.map((clock) => clock.target)
  change.enter({ kind: 'clocksPaused', targets: all, why: reason, byHand: true })
}

/** Ends pauses that a person made; where the status says so, the clock goes on resting with it. */
export function resumeByHand(change: Change, targets: string[]): void {
  const clocks = meantClocks(change, targets).filter((clock) => openPause(clock)?.byHand)
  if (!clocks.length)
    throw new Refused(
      'conflict',
      'No target is paused by hand. A target that rests with the status goes on when the ticket moves.',
    )
  const all = clocks.map((clock) => clock.target)
  change.enter({ kind: 'clocksResumed', targets: all, why: 'resumed by hand' })
  const status = statusOf(change.design.kind(change.state.kind), change.state.status)
  settleClocks(change, status.name)
}

/** Longest extension in one go: 90 days of counted time. */
const MOST_EXTENSION = 90 * DAY

/** Grants a target more time. Needs the right: leads and administrators have it. */
export function extendByHand(change: Change, target: string, by: number, why: string): void {
  const { actor } = change.context
  const role = 'person' in actor ? change.directory.people.get(actor.person)?.role : undefined
  if (role !== 'lead' && role !== 'administrator')
    throw new Refused('forbidden', 'Only a lead may extend a target; ask the lead of the team.')
  if (!Number.isInteger(by) || by < MINUTE || by > MOST_EXTENSION)
    throw new Refused('invalid', 'This is no length of time to extend by.', [
      { field: 'by', message: 'give from one minute to 90 days' },
    ])
  const reason = checkReason(why)
  const [clock] = meantClocks(change, [target])
  change.enter({ kind: 'clockExtended', target, by, granted: grantedOf(clock!) + by, why: reason })
}

/** Stops a clock: kept when no more was spent than granted, else missed. */
export function stopClock(change: Change, clock: Clock): void {
  const left = balance(clock, change.design.calendar(clock.calendar), change.now)
  endClock(change, clock, left >= 0 ? 'kept' : 'missed')
}

function endClock(change: Change, clock: Clock, outcome: 'kept' | 'missed' | 'cancelled'): void {
  const left = balance(clock, change.design.calendar(clock.calendar), change.now)
  change.enter({ kind: 'clockStopped', target: clock.target, outcome, balance: left })
}

/** Every alarm that a ticket has armed, soonest first: computed from its state alone. */
export function ticketAlarms(state: TicketState, design: CompiledDesign): Alarm[] {
  const facts = ticketFacts(state)
  const ladders = design.design.ladders.filter((ladder) => holds(ladder.when, facts))
  const rang = new Set(state.rang)
  return state.clocks
    .flatMap((clock) => alarmsOf(clock, design.calendar(clock.calendar), ladders, rang))
    .sort((a, b) => a.at - b.at || (a.key < b.key ? -1 : 1))
}
