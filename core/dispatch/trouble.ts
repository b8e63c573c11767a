import type { Instant } from '../time'
import { conflictsOf, isRemark, type Conflict } from './conflict'
import type { Hand, Job, Visit } from './job'
import { GRID, slotsFor, type Slot, type Within } from './slots'
import type { Ways } from './ways'

/** Something that stands with somebody. */
export interface StandingJob {
  job: Job
  visit: Visit
  /** It is under way. */
  begun?: boolean
}

/** What speaks against where something stands. */
export interface Trouble {
  hand: string
  /** Id of the fixed time. */
  visit: string
  /** What of it is still to be done, as a job. */
  job: Job
  /** Whoever has begun it is not at work any more, as somebody who went home ill. */
  isLeft: boolean
  conflicts: Conflict[]
}

/**
 * What cannot stay as it stands: two things at once, a way that is missing, somebody who is away. Of two that are in each other’s
 * way the later one is named.
 * @param standing the jobs of each hand, by its id; what is over by now is left out
 * @returns by when they begin
 */
export function troublesOf(
  hands: readonly Hand[],
  standing: ReadonlyMap<string, readonly StandingJob[]>,
  ways: Ways,
  now: Instant,
): Trouble[] {
  return hands
    .flatMap((hand) => troublesWith(hand, standing.get(hand.id) ?? [], ways, now))
    .sort((a, b) => a.start - b.start)
    .map((one) => one.trouble)
}

function troublesWith(hand: Hand, jobs: readonly StandingJob[], ways: Ways, now: Instant) {
  const named = new Set<string>()
  const found: { start: Instant; trouble: Trouble }[] = []
  // The later first, so that the earlier one of a pair is not named again.
  for (const one of [...jobs].sort((a, b) => b.visit.start - a.visit.start)) {
    const { visit } = one
    const trouble = one.begun ? leftBy(hand, one, now) : troubleOf(hand, one, { ways, now })
    const conflicts = trouble?.conflicts.filter((each) => !named.has(pairOf(visit.id, each))) ?? []
    for (const each of conflicts) named.add(pairOf(visit.id, each))
    if (trouble && (conflicts.length || trouble.isLeft))
      found.push({ start: visit.start, trouble: { ...trouble, conflicts } })
  }
  return found
}

/** Two that are in each other's way, whichever of them is asked; another conflict is its own. */
const pairOf = (id: string, conflict: Conflict): string =>
  'visit' in conflict && conflict.visit ? [id, conflict.visit].sort().join(' ') : `${id} ${conflict.is}`

function troubleOf(
  hand: Hand,
  { job, visit }: StandingJob,
  { ways, now }: { ways: Ways; now: Instant },
): Trouble | undefined {
  if (visit.start < now) return undefined
  const others = { ...hand, visits: hand.visits.filter((one) => one.id !== visit.id) }
  const conflicts = conflictsOf({ job, hand: others, start: visit.start, ways, now })
  const grave = conflicts.filter((one) => !isRemark(one))
  return { hand: hand.id, visit: visit.id, job, isLeft: false, conflicts: grave }
}

/** What was begun by somebody who is not at work now, and not done: the rest of it wants somebody. */
function leftBy(hand: Hand, { job, visit }: StandingJob, now: Instant): Trouble | undefined {
  const isThere = hand.free.some((one) => one.start <= now && now < one.end)
  if (isThere || visit.start > now || visit.end <= now) return undefined
  const rest = Math.max(GRID, Math.ceil((visit.end - now) / GRID) * GRID)
  return {
    ...{ hand: hand.id, visit: visit.id, isLeft: true, conflicts: [] },
    job: { ...job, duration: Math.min(rest, job.duration) },
  }
}

/** Where else something can be done: by somebody else, and by the same person at another time. */
export interface Remedies {
  other?: Slot
  later?: Slot
}

/**
 * Two ways out for a job that cannot be where it is: somebody else as early as that, and the same person when they can.
 * @param hands all who may be sent, the one with the job among them; none of them has the job among their visits
 * @param at when it was to begin
 */
export function remediesFor(
  job: Job,
  { hands, hand: id, ways }: { hands: readonly Hand[]; hand: string; ways: Ways },
  at: Instant,
  within: Within,
): Remedies {
  const span = { ...within, start: Math.max(within.start, at) }
  const others = hands.filter((one) => one.id !== id)
  const own = hands.filter((one) => one.id === id)
  const [other] = slotsFor(job, others, ways, span, 1)
  const later = slotsFor(job, own, ways, span, 1)[0] ?? slotsFor(job, own, ways, within, 1)[0]
  return { ...(other && { other }), ...(later && { later }) }
}
