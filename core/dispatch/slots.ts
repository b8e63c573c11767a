import { MINUTE, type Instant, type Interval } from '../time'
import { workIn } from './conflict'
import { knows, type Hand, type Job, type Visit } from './job'
import type { Ways } from './ways'

/** Places begin at a quarter of an hour. Common practice, no source. */
export const GRID = 15 * MINUTE

/** Who and when is proposed for a job, and why. */
export interface Slot extends Interval {
  hand: string
  /** Where they come from, and how long that takes, in milliseconds. */
  from: { site: string; visit?: string } | null
  way: number
  /** Whether somebody has written down how long the ways take. */
  isKnown: boolean
  /** By how much their ways of that shift become longer, in milliseconds. */
  detour: number
  /** What is left of the promise when it is done; less than nothing where it is over; nothing where none was given. */
  left: number | null
  /** How long they are free after it, until the next visit or the end of the shift. */
  freeAfter: number
  /** Whether it is the first thing of their shift. */
  isFirst: boolean
}

/** How places are weighed against each other, in minutes of way that each is worth. Common practice, no source. */
export interface SlotWeights {
  /** A minute after the promise. */
  late: number
  /** A minute of additional way. */
  way: number
  /** A minute that it is done later than it could be. */
  wait: number
}
export const SLOT_WEIGHTS: SlotWeights = { late: 20, way: 1, wait: 0.1 }

/** In which time places are looked for. */
export interface Within extends Interval {
  now: Instant
}

/**
 * The best places for a job, of each hand at most the best, best first. None of them has a conflict (`conflictsOf`), except that
 * the promise may be over where nothing earlier is free.
 * @param most so many at most
 */
export function slotsFor(
  job: Job,
  hands: readonly Hand[],
  ways: Ways,
  within: Within,
  most = 3,
  weights = SLOT_WEIGHTS,
): Slot[] {
  const from = Math.max(within.start, within.now, job.earliest ?? -Infinity)
  const until = Math.min(within.end, job.latest ?? Infinity)
  const costOf = (slot: Slot) => slotCost(slot, from, weights)
  const span = { start: from, end: until, now: within.now }
  const best = hands.flatMap((hand) => {
    let least: Slot | undefined
    for (const shift of hand.free) {
      // Waiting alone makes all of this shift cost more.
      if (least && ((shift.start - from) * weights.wait) / MINUTE > costOf(least)) continue
      for (const one of slotsIn(shift, job, hand, ways, span))
        if (!least || costOf(one) < costOf(least)) least = one
    }
    return least ?? []
  })
  return best
    .sort((a, b) => costOf(a) - costOf(b) || a.start - b.start || (a.hand < b.hand ? -1 : 1))
    .slice(0, most)
}

/** What a place costs, in minutes of way. @param from the first instant at which it could begin */
export const slotCost = (
  { start, left, detour }: Slot,
  from: Instant,
  { late, way, wait }: SlotWeights,
): number => (Math.max(0, -(left ?? 0)) * late + detour * way + (start - from) * wait) / MINUTE

/**
 * The earliest place in each gap that somebody has between their visits; nobody sets out before now.
 * @param span within which it must lie
 */
export function slotsOf(job: Job, hand: Hand, ways: Ways, span: Within): Slot[] {
  return hand.free.flatMap((shift) => slotsIn(shift, job, hand, ways, span))
}

/** The same, of one shift. */
function slotsIn(shift: Interval, job: Job, hand: Hand, ways: Ways, span: Within): Slot[] {
  if (!knows(hand, job) || span.end - span.start < job.duration) return []
  if (shift.end <= span.start || shift.start >= span.end) return []
  if (hand.most !== undefined && workIn(hand.visits, shift) + job.duration > hand.most) return []
  const visits = hand.visits.filter((one) => one.end > shift.start && one.start < shift.end)
  return [undefined, ...visits].flatMap(
    (before, at) => slotIn(job, hand, ways, { shift, before, after: visits[at], span }) ?? [],
  )
}

interface Gap {
  shift: Interval
  before: Visit | undefined
  after: Visit | undefined
  span: Within
}

function slotIn(job: Job, hand: Hand, ways: Ways, { shift, before, after, span }: Gap): Slot | undefined {
  const origin = before ? before.site : hand.base
  const way = ways.assumed(origin, job.site)
  const onward = after ? ways.assumed(job.site, after.site) : 0
  const free = {
    start: Math.max(span.start, Math.max(shift.start, before?.end ?? -Infinity, span.now) + way),
    end: Math.min(span.end, after ? after.start - onward : shift.end, shift.end),
  }
  const start = firstStart(job, free)
  if (start === undefined) return undefined
  const end = start + job.duration
  const direct = after ? ways.assumed(origin, after.site) : 0
  return {
    ...{ hand: hand.id, start, end, way },
    from: origin === undefined ? null : { site: origin, ...(before && { visit: before.id }) },
    isKnown:
      ways.between(origin, job.site) !== undefined &&
      (!after || ways.between(job.site, after.site) !== undefined),
    detour: Math.max(0, way + onward - direct),
    left: job.due === undefined ? null : job.due - end,
    freeAfter: Math.max(0, (after ? after.start - onward : shift.end) - end),
    isFirst: !before,
  }
}

/** The first quarter of an hour from which a job fits into a gap while its site is open. */
export function firstStart({ duration, open }: Job, free: Interval): Instant | undefined {
  for (const { start, end } of open ?? [free]) {
    if (end <= free.start) continue
    if (start >= free.end) return undefined
    const at = Math.ceil(Math.max(start, free.start) / GRID) * GRID
    if (at + duration <= Math.min(end, free.end)) return at
  }
  return undefined
}
