import type { Instant, Interval } from '../time'
import { knows, type Hand, type Job, type Visit } from './job'
import type { Ways } from './ways'

/** What speaks against placing a job with somebody at a time; whoever insists keeps it with a reason. */
export type Conflict =
  | { is: 'skill'; skill: string }
  | { is: 'offShift' }
  | { is: 'overlap'; visit: string; from: Instant; to: Instant }
  /** Between it and a visit before or after it so many milliseconds of the way are missing. */
  | { is: 'noWay'; visit: string; site: string; missing: number }
  /** The site is shut; when it can begin there next, if ever. */
  | { is: 'shut'; next: Instant | null }
  | { is: 'overLimit'; over: number }
  | { is: 'tooEarly'; earliest: Instant }
  | { is: 'tooLate'; latest: Instant }
  | { is: 'past' }
  /** It may be done so, and the promise is over by so much. */
  | { is: 'overdue'; over: number }
  /** Nobody has written down how long the way takes: a guess is taken. */
  | { is: 'wayUnknown'; from: string; to: string }

/** What is told, and stands in nobody's way. */
export const isRemark = ({ is }: Conflict): boolean => is === 'overdue' || is === 'wayUnknown'

/** Who, when, and what is known of the ways. */
export interface Trial {
  job: Job
  hand: Hand
  start: Instant
  ways: Ways
  now: Instant
}

/**
 * What speaks against placing a job with somebody at a time, all of it.
 * @param trial the visits of the hand do not have the job among them
 */
export function conflictsOf({ job, hand, start, ways, now }: Trial): Conflict[] {
  const at: Interval = { start, end: start + job.duration }
  return [
    ...(knows(hand, job) ? [] : [{ is: 'skill', skill: job.skill ?? '' } as const]),
    ...shiftConflicts(hand, at),
    ...visitConflicts({ job, hand, start, ways, now }, at),
    ...(isOpenIn(job, at) ? [] : [{ is: 'shut', next: opensNext(job, start) } as const]),
    ...timeConflicts(job, at, now),
  ]
}

const shiftOf = ({ free }: Hand, { start, end }: Interval): Interval | undefined =>
  free.find((one) => one.start <= start && end <= one.end)

function shiftConflicts(hand: Hand, at: Interval): Conflict[] {
  const shift = shiftOf(hand, at)
  if (!shift) return [{ is: 'offShift' }]
  if (hand.most === undefined) return []
  const over = workIn(hand.visits, shift) + at.end - at.start - hand.most
  return over > 0 ? [{ is: 'overLimit', over }] : []
}

/** How much fixed work lies in a shift, in milliseconds. */
export const workIn = (visits: readonly Visit[], { start, end }: Interval): number =>
  visits.reduce((sum, one) => sum + Math.max(0, Math.min(one.end, end) - Math.max(one.start, start)), 0)

function visitConflicts({ hand, job, ways, now }: Trial, at: Interval): Conflict[] {
  const over = hand.visits.filter((one) => one.start < at.end && at.start < one.end)
  const overlaps = over.map((one): Conflict => ({
    is: 'overlap',
    visit: one.id,
    from: one.start,
    to: one.end,
  }))
  const before = hand.visits.findLast((one) => one.end <= at.start)
  const after = hand.visits.find((one) => one.start >= at.end)
  const shift = shiftOf(hand, at)
  // Nobody sets out before now; that a time is past is said by itself.
  const leaves = (free: Instant) => (at.start < now ? free : Math.max(free, now))
  const comesFrom = before && (!shift || before.end > shift.start) ? before : undefined
  return [
    ...overlaps,
    ...(comesFrom
      ? wayConflicts(ways, comesFrom, job, at.start - leaves(comesFrom.end))
      : shift
        ? baseConflicts(ways, hand, job, at.start - leaves(shift.start))
        : []),
    ...(after && (!shift || after.start < shift.end)
      ? wayConflicts(ways, after, job, after.start - at.end)
      : []),
  ]
}

function wayConflicts(ways: Ways, visit: Visit, { site }: Job, between: number): Conflict[] {
  if (visit.site === undefined || site === undefined) return []
  return [
    ...unknown(ways, visit.site, site),
    ...missing(ways.assumed(visit.site, site) - between, { is: 'noWay', visit: visit.id, site: visit.site }),
  ]
}

/** The way from where a shift begins is part of it. */
function baseConflicts(ways: Ways, { base }: Hand, { site }: Job, between: number): Conflict[] {
  if (base === undefined || site === undefined) return []
  return [
    ...unknown(ways, base, site),
    ...missing(ways.assumed(base, site) - between, { is: 'noWay', visit: '', site: base }),
  ]
}

const unknown = (ways: Ways, from: string, to: string): Conflict[] =>
  ways.between(from, to) === undefined ? [{ is: 'wayUnknown', from, to }] : []
const missing = (lack: number, conflict: { is: 'noWay'; visit: string; site: string }): Conflict[] =>
  lack > 0 ? [{ ...conflict, missing: lack }] : []

const isOpenIn = ({ open }: Job, { start, end }: Interval): boolean =>
  open === undefined || open.some((one) => one.start <= start && end <= one.end)

/** When a job can begin at its site, not before an instant; null where it never can. */
export function opensNext({ open, duration }: Job, from: Instant): Instant | null {
  if (open === undefined) return from
  const next = open.find((one) => one.end - Math.max(one.start, from) >= duration)
  return next ? Math.max(next.start, from) : null
}

function timeConflicts({ earliest, latest, due }: Job, { start, end }: Interval, now: Instant): Conflict[] {
  return [
    ...(start < now ? [{ is: 'past' } as const] : []),
    ...(earliest !== undefined && start < earliest ? [{ is: 'tooEarly', earliest } as const] : []),
    ...(latest !== undefined && end > latest ? [{ is: 'tooLate', latest } as const] : []),
    ...(due !== undefined && end > due ? [{ is: 'overdue', over: end - due } as const] : []),
  ]
}
