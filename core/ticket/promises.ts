import { grantedFor, type Clock, type Pause, type Target } from '../clock'
import { holds } from '../condition'
import { statusOf, type StatusGroup } from '../lifecycle'
import { durationInWords, parseDuration, type Instant } from '../time'
import type { Because, Reason } from '../reason'
import type { Change } from './change'
import { ticketFacts } from '../facts'
import type { Hours, Promised } from './promised'
import { partnerPromises } from './partnerTargets'
import { stagePromises } from './stageTargets'

/**
 * What a ticket is promised: for each target by the first level that holds and grants something; by stages of plans; and
 * by the partners that it is with.
 */
export const promisesOf = (change: Change): Map<string, Promised> =>
  new Map([...promisesOfLevels(change), ...stagePromises(change), ...partnerPromises(change)])

function promisesOfLevels(change: Change): Map<string, Promised> {
  const { state, design } = change
  const facts = ticketFacts(state, design, change.now)
  const promises = new Map<string, Promised>()
  const { serviceLevels } = design.design
  const chosen = serviceLevels.filter((level) => level.id === state.level)
  const applying = serviceLevels.filter((level) => holds(level.when, facts))
  for (const level of [...chosen, ...applying]) {
    for (const target of level.targets) {
      const duration = grantedFor(target, design.priority(state.priority))
      if (!duration || promises.has(target.target)) continue
      // Nobody outside the desk waits for a word on what is the desk's own.
      if (state.internal && target.stopOn === 'reply') continue
      if (target.cancelWhen && holds(target.cancelWhen, facts)) continue
      const hours = hoursFor(change, target)
      promises.set(target.target, {
        ...{ level, target, granted: parseDuration(duration), hours, edition: design.edition },
        why: [
          { is: 'level', level: level.id, ...(level.id === state.level && { chosen: true }) },
          whyGranted(state.priority, hours),
        ],
      })
    }
  }
  return promises
}

/** In which hours a target counts for this ticket as it is now. */
function hoursFor(change: Change, target: Target): Hours {
  const { directory, state } = change
  const calendar = calendarFor(change, target)
  const person = state.technician === null ? undefined : directory.people.get(state.technician)
  if (!target.onShift || !person?.shift) return { calendar }
  const hours = { calendar, shift: { person: person.id, hours: person.shift } }
  return opensAgain(change, hours) ? hours : { calendar }
}

function calendarFor({ state, design, directory }: Change, { calendar }: Target): string {
  if (typeof calendar === 'object') return calendar.calendar
  const site = directory.sites.get(state.site ?? '')?.calendar ?? design.design.desk.calendar
  return calendar === 'site' ? site : (directory.agreement(state.agreement)?.calendar ?? site)
}

/** Whether hours open at all from now on: shifts of the night never meet the hours of an office. */
function opensAgain({ design, now }: Change, hours: Hours): boolean {
  const combined = design.hoursOf({ edition: design.edition, ...hours })
  return combined.isOpen(now) || combined.nextChange(now) !== undefined
}

export const labelOf = ({ target, granted }: Promised) => `${target.label} in ${durationInWords(granted)}`

const whyGranted = (priority: string, { calendar, shift }: Hours): Reason => ({
  ...{ is: 'granted', priority, calendar },
  ...(shift && { shiftOf: shift.person }),
})

export const becauseOf = ({ edition, why }: Promised): Because => ({ edition, why: [...why] })

/** Why so much is granted. */
export const becauseGranted = ({ edition, why }: Promised): Because => ({ edition, why: [why[1]] })

/** The clock of a promise that begins: now, or as its target says from the logging of the ticket. */
export function clockFor(change: Change, promised: Promised): Clock & { because: Because } {
  const { clocks, loggedAt, acceptedAt = loggedAt } = change.state
  const { target, countsFrom } = promised.target
  // One that begins again counts from where the last one ended, not from the logging again.
  const isAgain = clocks.some((one) => one.target === target && one.outcome !== 'cancelled')
  const from = promised.since ?? (countsFrom === 'acceptance' ? acceptedAt : loggedAt)
  const isKnown = promised.since !== undefined || countsFrom !== undefined
  const isEarlier = isKnown && !isAgain && from < change.now
  let startedAt = isEarlier ? from : change.now
  // Two clocks of one target are told apart by their start, so it is never the same moment.
  while (clocks.some((one) => one.target === target && one.startedAt === startedAt)) startedAt++
  return {
    target,
    label: labelOf(promised),
    serviceLevel: promised.level.id,
    ...promised.hours,
    edition: promised.edition,
    startedAt,
    grants: [{ at: startedAt, granted: promised.granted, why: becauseGranted(promised) }],
    pauses: isEarlier ? pausesSince(change, promised.target, from) : [],
    stopOn: promised.target.stopOn,
    pauseIn: promised.target.pauseIn,
    because: becauseOf(promised),
  }
}

/** Where a target would have stood still since it counts: by status, and with what people paused. */
function pausesSince(change: Change, target: Target, since: Instant): Pause[] {
  const { state, design, now } = change
  const kind = design.kind(state.kind)
  const countsPauses = target.countsFrom === 'loggingThroughPauses'
  const byStatus = state.statuses.flatMap(({ at, status }, index): Ended[] => {
    const { group } = statusOf(kind, status)
    const to = state.statuses[index + 1]?.at ?? now
    // On what is done nobody works, whatever else the target says.
    const rests = group === 'done' || (!countsPauses && restsIn(target.pauseIn, group))
    const why = change.because({ is: 'status', kind: kind.id, status })
    return to > at && rests ? [{ from: at, to, by: 'the desk', why }] : []
  })
  const oldest = state.clocks.find((one) => one.startedAt === state.loggedAt)
  const byHand = (oldest?.pauses ?? [])
    .filter((one) => one.byHand && !countsPauses && (one.to ?? now) > one.from)
    .map((one) => ({ ...one, to: one.to ?? now }))
  const all = [...byStatus, ...byHand].filter(({ to }) => to > since)
  return joined(all.map((pause) => ({ ...pause, from: Math.max(pause.from, since) })))
}

type Ended = Pause & { to: Instant }

/** Pauses in order; of two that overlap the later begins where the earlier ends. */
function joined(pauses: Ended[]): Pause[] {
  let until = Number.NEGATIVE_INFINITY
  return [...pauses]
    .sort((a, b) => a.from - b.from)
    .flatMap((pause) => {
      const from = Math.max(pause.from, until)
      if (from >= pause.to) return []
      until = pause.to
      return [{ ...pause, from }]
    })
}

/** Whether a target stands still in statuses of this group. */
export function restsIn(pauseIn: Target['pauseIn'], group: StatusGroup): boolean {
  return (pauseIn as StatusGroup[]).includes(group)
}
