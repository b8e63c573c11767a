import type { Condition } from '../condition'
import type { Because } from '../reason'
import { normalise, type Calendar, type Instant, type WorkingTime } from '../time'

/** What a service level promises for one target. */
export interface Target {
  /** Name of the target: `respond`, `resolve`, or any that the lead gives. */
  target: string
  label: string
  /** Time granted by priority id, as an ISO 8601 duration; a priority without one starts no clock. */
  granted: Record<string, string>
  /**
   * Whose hours count: those of the requester's site, of the organisation's agreement (where it names none, of the
   * site), or one calendar of the design.
   */
  calendar: 'site' | 'agreement' | { calendar: string }
  /**
   * Counts only while the technician who has the ticket is on shift as well. Where nobody has it, or the shifts never
   * meet these hours, the hours alone count.
   */
  onShift?: boolean
  /** Begins once this holds; from the start on if left out. */
  startWhen?: Condition
  /** Groups of statuses in which the clock stands still. */
  pauseIn: ('new' | 'active' | 'waiting')[]
  /** Stands still as long as this holds, whatever the status. */
  pauseWhen?: Condition
  /**
   * What keeps the promise: the first reply to the requester, the ticket being done, an update of a major incident, or
   * `stopWhen`.
   */
  stopOn: 'reply' | 'done' | 'update' | 'condition'
  /** With `stopOn: 'condition'`: the promise is kept once this holds. A ticket that is done ends it as well. */
  stopWhen?: Condition
  /** Called off as soon as this holds, neither kept nor missed; begins anew when it holds no longer. */
  cancelWhen?: Condition
  /** Begins anew each time it is kept while the ticket is open: an update every four hours, say. */
  startsAnew?: boolean
  /**
   * From when it counts where the target comes to a ticket later, since its facts changed: from then on, unless set.
   * `logging` counts from the beginning without the time in which it would have stood still;
   * `loggingThroughPauses` counts all of that too; `acceptance` counts like `logging`, but from when the ticket was
   * let in where it was held in Arrivals.
   */
  countsFrom?: 'logging' | 'loggingThroughPauses' | 'acceptance'
}

export interface ServiceLevel {
  id: string
  name: string
  when: Condition
  targets: Target[]
  /** What becomes of a target that ended with the ticket when the ticket is reopened: it goes on, unless set. */
  onReopen?: 'anew'
}

export interface Pause {
  from: Instant
  to?: Instant
  by: string
  why: Because
  /** Made by a person: only a person ends it. */
  byHand?: boolean
}

export interface Grant {
  at: Instant
  /** Milliseconds; the last grant is the one in force. */
  granted: number
  why: Because
  /** Who extended it; missing when the service level granted it. */
  extendedBy?: string
}

/** One running (or ended) promise on one ticket: everything its ledger is computed from. */
export interface Clock {
  target: string
  label: string
  serviceLevel: string
  /** The hours in which it counts: a calendar of an edition of the design. */
  calendar: string
  edition: number
  /** Laid over those hours: the shifts of a technician as they were when it began to count in them. */
  shift?: { person: string; hours: Calendar }
  startedAt: Instant
  grants: Grant[]
  pauses: Pause[]
  stopOn: Target['stopOn']
  pauseIn: Target['pauseIn']
  carried?: Carried
  stoppedAt?: Instant
  outcome?: 'kept' | 'missed' | 'cancelled'
}

/** What was spent in other hours before they changed; from `until` on the present hours count. */
export interface Carried {
  until: Instant
  /** Milliseconds. */
  amount: number
  /** What the statement says of it where only the sum is known. */
  note: Because
  /** The account of that time as it stood then; missing in records of older releases, which have the sum alone. */
  stretches?: Stretch[]
  /** The part of the amount of which only the sum is known. */
  summed?: { until: Instant; amount: number; note: Because }
}

/** A stretch of time in which a clock counted, was outside its hours, or was paused. */
export interface Stretch {
  kind: 'counted' | 'shut' | 'paused'
  from: Instant
  to: Instant
  /** What shuts the hours besides the hour itself, such as a holiday. */
  names?: string[]
  /** Why it was paused. */
  why?: Because
  /** Id of the person who paused it. */
  by?: string
}

export type Band = 'fine' | 'close' | 'over'

/** The share of a target from which it counts as close, unless the design says otherwise: the last fifth. */
export const CLOSE_FROM = 0.8

/** Milliseconds granted now. */
export function grantedOf(clock: Clock): number {
  return clock.grants[clock.grants.length - 1]!.granted
}

/** Milliseconds that people have granted on top of what the service level grants. */
export function extensionsOf({ grants }: Clock): number {
  return grants.reduce(
    (sum, { granted, extendedBy }, index) =>
      extendedBy === undefined ? sum : sum + granted - (grants[index - 1]?.granted ?? 0),
    0,
  )
}

/** The pause that lasts at the end of what is known, if any. */
export function openPause(clock: Clock): Pause | undefined {
  const last = clock.pauses[clock.pauses.length - 1]
  return last && last.to === undefined ? last : undefined
}

/** Since when the clock counts in its present hours. */
export function countsSince(clock: Clock): Instant {
  return clock.carried?.until ?? clock.startedAt
}

/** The pauses that reach into the time that is counted in the present hours, cut to it. */
export function livePauses(clock: Clock): Pause[] {
  const since = countsSince(clock)
  return clock.pauses
    .filter((pause) => pause.to === undefined || pause.to > since)
    .map((pause) => (pause.from < since ? { ...pause, from: since } : pause))
}

/** Since when a clock that runs has run without a break in its present hours. */
export function lastStart(clock: Clock): Instant {
  const { pauses } = clock
  return Math.max(countsSince(clock), pauses[pauses.length - 1]?.to ?? countsSince(clock))
}

/** The stretches in which the clock ran, up to `now` or to where it stopped. */
export function runs(clock: Clock, now: Instant): { start: Instant; end: Instant }[] {
  const end = Math.max(countsSince(clock), clock.stoppedAt ?? now)
  const stretches: { start: Instant; end: Instant }[] = []
  let from = countsSince(clock)
  for (const pause of livePauses(clock)) {
    if (pause.from > from) stretches.push({ start: from, end: Math.min(pause.from, end) })
    from = pause.to ?? Number.POSITIVE_INFINITY
  }
  if (from < end) stretches.push({ start: from, end })
  return stretches.filter((one) => one.end > one.start)
}

/** Whether other hours would have counted the very same stretches so far, not only as much. */
export function countsTheSame(clock: Clock, hours: WorkingTime, others: WorkingTime, now: Instant): boolean {
  return runs(clock, now).every((run) => {
    const a = normalise(hours.openIntervals(run.start, run.end))
    const b = normalise(others.openIntervals(run.start, run.end))
    return (
      a.length === b.length && a.every(({ start, end }, at) => b[at]?.start === start && b[at].end === end)
    )
  })
}

/** What is known of carried time as a sum alone. */
export function summedOf(carried: Carried | undefined): Carried['summed'] {
  if (!carried || carried.stretches) return carried?.summed
  const { until, amount, note } = carried
  return { until, amount, note }
}

/** Milliseconds counted against the target up to `now`. */
export function spent(clock: Clock, hours: WorkingTime, now: Instant): number {
  const before = clock.carried?.amount ?? 0
  return runs(clock, now).reduce((sum, run) => sum + hours.between(run.start, run.end), before)
}

/** Granted minus spent: negative when overdrawn. */
export function balance(clock: Clock, hours: WorkingTime, now: Instant): number {
  return grantedOf(clock) - spent(clock, hours, now)
}

/** Share of the target used: 1 is all of it. */
export function usedShare(clock: Clock, hours: WorkingTime, now: Instant): number {
  return spent(clock, hours, now) / grantedOf(clock)
}

/** Fine, close (from four fifths) or over (when nothing is left). */
export function bandOf(clock: Clock, hours: WorkingTime, now: Instant, closeFrom = CLOSE_FROM): Band {
  return bandOfBalance(balance(clock, hours, now), grantedOf(clock), closeFrom)
}

/**
 * The band of a balance.
 * @param closeFrom share of the granted time from whose use on it is close; the lead may choose another than a fifth
 */
export function bandOfBalance(left: number, granted: number, closeFrom = CLOSE_FROM): Band {
  const share = (granted - left) / granted
  return share >= 1 ? 'over' : share >= closeFrom ? 'close' : 'fine'
}

/**
 * The instant at which a given amount of the target is spent if nothing pauses the clock any more.
 * @param amount milliseconds of counted time
 * @returns undefined while the clock is paused or ended without getting there
 */
export function momentWhenSpent(clock: Clock, hours: WorkingTime, amount: number): Instant | undefined {
  let left = amount - (clock.carried?.amount ?? 0)
  let from = countsSince(clock)
  if (left <= 0) return clock.carried ? momentCarried(clock.carried, amount) : from
  for (const pause of livePauses(clock)) {
    const counted = hours.between(from, pause.from)
    if (counted >= left) return hours.add(from, left)
    if (pause.to === undefined) return undefined
    left -= counted
    from = pause.to
  }
  const moment = hours.add(from, left)
  return clock.stoppedAt !== undefined && moment > clock.stoppedAt ? undefined : moment
}

/** The moment at which an amount was spent that was counted in earlier hours. */
function momentCarried(carried: Carried, amount: number): Instant {
  const summed = summedOf(carried)
  let left = amount - (summed?.amount ?? 0)
  // Of a sum it is not known when it came together; it was there when it was written down.
  if (left <= 0 && summed) return summed.until
  for (const { kind, from, to } of carried.stretches ?? []) {
    if (kind !== 'counted') continue
    if (to - from >= left) return from + Math.max(0, left)
    left -= to - from
  }
  return carried.until
}

/** When a paused clock would be due if it went on at `now`; for one that runs, when it is due. */
export function dueIfResumed(clock: Clock, hours: WorkingTime, now: Instant): Instant | undefined {
  if (!openPause(clock)) return dueAt(clock, hours)
  const pauses = clock.pauses.map((pause) => (pause.to === undefined ? { ...pause, to: now } : pause))
  return dueAt({ ...clock, pauses }, hours)
}

/** A clock as it would be with more time granted. */
export function extended(clock: Clock, by: number, at: Instant, why: Because, person: string): Clock {
  return {
    ...clock,
    grants: [...clock.grants, { at, granted: grantedOf(clock) + by, why, extendedBy: person }],
  }
}

/** When the balance reaches zero if nothing else happens; undefined while paused or once ended in time. */
export function dueAt(clock: Clock, hours: WorkingTime): Instant | undefined {
  return momentWhenSpent(clock, hours, grantedOf(clock))
}
