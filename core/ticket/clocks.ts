import { balance, grantedOf, openPause, type Clock, type ServiceLevel, type Target } from '../clock'
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

/** Starts a clock for every target of the first service level whose conditions hold. */
export function startClocks(change: Change): void {
  const { state, design, directory } = change
  const facts = ticketFacts(state)
  const taken = new Set<string>()
  const clocks: (Clock & { because: Because })[] = []
  for (const level of design.design.serviceLevels) {
    if (!holds(level.when, facts)) continue
    for (const target of level.targets) {
      if (taken.has(target.target)) continue
      const clock = newClock(change, level, target)
      if (!clock) continue
      taken.add(target.target)
      const words = inWords(level.when, design.vocabulary(directory))
      const text = `Service level “${level.name}” applies first: ${words}. ${clock.grants[0]!.why}.`
      clocks.push({ ...clock, because: { text, article: `service-levels/${level.id}` } })
    }
  }
  if (clocks.length) change.enter({ kind: 'clocksStarted', clocks }, { system: 'service levels' })
}

function newClock(change: Change, level: ServiceLevel, target: Target): Clock | undefined {
  const { state, design, directory, now } = change
  const granted = target.granted[state.priority]
  if (!granted) return undefined
  const site = directory.sites.get(state.site ?? '')
  const calendar =
    target.calendar === 'site' ? (site?.calendar ?? design.design.desk.calendar) : target.calendar.calendar
  const hours = design.calendar(calendar).calendar.name
  const milliseconds = parseDuration(granted)
  return {
    target: target.target,
    label: `${target.label} in ${durationInWords(milliseconds)}`,
    serviceLevel: level.id,
    calendar,
    edition: design.edition,
    startedAt: now,
    grants: [
      {
        at: now,
        granted: milliseconds,
        why: `${design.priority(state.priority).name}, in the hours of ${hours}`,
      },
    ],
    pauses: [],
    stopOn: target.stopOn,
    pauseIn: target.pauseIn,
  }
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
  const ended = state.clocks.filter((clock) => clock.stopOn === 'done' && clock.stoppedAt !== undefined)
  for (const clock of ended) change.enter({ kind: 'clockReopened', target: clock.target, why: 'was done' })
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
  change.enter({
    kind: 'clockStopped',
    target: clock.target,
    outcome: left >= 0 ? 'kept' : 'missed',
    balance: left,
  })
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
