import { balance, openPause, type Clock, type ServiceLevel, type Target } from '../clock'
import { holds, inWords } from '../condition'
import { alarmsOf, type Alarm } from '../ladder'
import { statusOf } from '../lifecycle'
import { durationInWords, parseDuration } from '../time'
import type { Because } from '../triage'
import type { CompiledDesign } from '../design'
import { ticketFacts } from './facts'
import type { Change } from './change'
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
  const mustRest = (clock: Clock) => clock.pauseIn.includes(status.group as 'new')
  const live = change.state.clocks.filter((clock) => clock.stoppedAt === undefined)
  const pause = live.filter((clock) => mustRest(clock) && !openPause(clock)).map((clock) => clock.target)
  const resume = live.filter((clock) => !mustRest(clock) && openPause(clock)).map((clock) => clock.target)
  if (pause.length) change.enter({ kind: 'clocksPaused', targets: pause, why })
  if (resume.length) change.enter({ kind: 'clocksResumed', targets: resume, why })
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
