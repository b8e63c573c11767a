import { MINUTE, type Instant, type Interval } from '../time'
import { opensNext } from './conflict'
import { knows, type Hand, type Job } from './job'
import { slotsOf, type Within } from './slots'
import { goThrough, toursOf, withJob, type Tour, type TourSums } from './tour'
import type { Ways } from './ways'

/** All that is to be placed, and with whom. */
export interface Round {
  jobs: readonly Job[]
  hands: readonly Hand[]
  ways: Ways
  within: Within
  /** Where jobs are that were placed already and may be moved: the fewer are, the better. */
  held?: ReadonlyMap<string, { hand: string; start: Instant }>
}

/** A job with who does it when. */
export interface Placed extends Interval {
  job: string
  hand: string
  /** The way to it, in milliseconds. */
  way: number
  /** What is left of its promise; nothing where none was given. */
  left: number | null
  /** Whether it was elsewhere before. */
  isMoved: boolean
}

/** Why a job stays unplaced. */
export type WhyNot =
  | { is: 'noSkill'; skill: string }
  /** It takes longer than anybody who knows it is free in one piece; how long that is. */
  | { is: 'tooLong'; longest: number }
  /** Its site is not open long enough. */
  | { is: 'shut' }
  /** Nobody could do it, even with nothing else to place. */
  | { is: 'noRoom' }
  /** Others took all that was free. */
  | { is: 'full' }

/** What a proposal comes to: the first difference decides. */
export interface Sums {
  unplaced: number
  /** Promises that are over when it is done. */
  broken: number
  moved: number
  /** All ways, in milliseconds. */
  way: number
  /** How unevenly work is spread: the sum of squares of each hand's hours. */
  uneven: number
}

export interface Proposal {
  placed: Placed[]
  unplaced: { job: string; why: WhyNot }[]
  sums: Sums
}

/** Most promises kept, then the fewest moved, then the least way, then work spread evenly. @returns less than 0 where the first is better */
export function compareSums(a: Sums, b: Sums): number {
  return (
    a.unplaced + a.broken - (b.unplaced + b.broken) ||
    a.unplaced - b.unplaced ||
    a.moved - b.moved ||
    a.way - b.way ||
    a.uneven - b.uneven
  )
}

/** So many jobs are taken out and put in again at once, at most. */
const MOST_TAKEN = 16
/** What is so little worse is gone on from, as a share of the ways: it leads out of what only looks best. */
const WORSE = 0.03

interface State {
  tours: Tour[]
  sums: TourSums[]
  left: Job[]
}

/**
 * Places all jobs, and goes on to do so better as long as it is asked: some are taken out and put in again where they fit
 * best (Shaw 1998, CP-98, 417; Schrimpf and others 2000, J. Comput. Phys. 159, 139).
 *
 * @example
 * const placing = new Placing(round, seeded(7))
 * for (let step = 0; step < 1000; step++) placing.step()
 * placing.best.sums.broken
 */
export class Placing {
  private state: State
  private now: Sums
  private found: State
  private least: Sums
  private readonly span: Within
  private readonly byId: ReadonlyMap<string, Job>

  /** @param random numbers from 0 up to 1: the same give the same */
  constructor(
    private readonly round: Round,
    private readonly random: () => number,
  ) {
    const { hands, within, jobs, ways } = round
    this.span = { start: Math.max(within.start, within.now), end: within.end, now: within.now }
    this.byId = new Map(jobs.map((one) => [one.id, one]))
    const tours = toursOf(hands, this.span)
    const sums = tours.map((tour) => goThrough(tour, ways, this.span) ?? NOTHING)
    this.state = this.filled({ tours, sums, left: [] }, [...jobs].sort(byUrgency))
    this.now = this.sumsOf(this.state)
    ;[this.found, this.least] = [this.state, this.now]
  }

  /** The best so far. */
  get best(): Proposal {
    return { placed: this.placedOf(this.found), unplaced: this.unplacedOf(this.found), sums: this.least }
  }

  /** Tries to do better once. @returns whether that is the best so far */
  step(): boolean {
    const { jobs } = this.round
    if (!jobs.length) return false
    const out = this.takenOut()
    const next = this.filled(this.without(out), this.shuffled([...this.state.left, ...out]))
    const sums = this.sumsOf(next)
    const isBest = compareSums(sums, this.least) < 0
    if (isBest) [this.found, this.least] = [next, sums]
    const isAlmost =
      compareSums({ ...sums, way: 0, uneven: 0 }, { ...this.least, way: 0, uneven: 0 }) <= 0 &&
      sums.way <= this.least.way * (1 + WORSE * this.random())
    if (isBest || isAlmost || compareSums(sums, this.now) <= 0) [this.state, this.now] = [next, sums]
    return isBest
  }

  /** Some jobs that have to do with each other: near one another, or at about the same time. */
  private takenOut(): Job[] {
    const all = this.round.jobs
    const seed = all[Math.floor(this.random() * all.length)]
    if (!seed) return []
    const count = 1 + Math.floor(this.random() * Math.min(MOST_TAKEN, all.length))
    const noise = () => 1 + this.random()
    return all
      .map((job) => ({ job, far: this.apart(seed, job) * noise() }))
      .sort((a, b) => a.far - b.far)
      .slice(0, count)
      .map((one) => one.job)
  }

  private apart(a: Job, b: Job): number {
    const due = Math.abs((a.due ?? this.span.end) - (b.due ?? this.span.end))
    return this.round.ways.assumed(a.site, b.site) + due / 20
  }

  private without(out: readonly Job[]): State {
    const gone = new Set(out.map((one) => one.id))
    const { tours, sums } = this.state
    const next = tours.map((tour) =>
      tour.stops.some((one) => 'job' in one && gone.has(one.job.id))
        ? { ...tour, stops: tour.stops.filter((one) => !('job' in one && gone.has(one.job.id))) }
        : tour,
    )
    return {
      tours: next,
      sums: next.map((tour, at) =>
        tour === tours[at] ? (sums[at] ?? NOTHING) : (goThrough(tour, this.round.ways, this.span) ?? NOTHING),
      ),
      left: this.state.left.filter((one) => !gone.has(one.id)),
    }
  }

  /** Each is put in where it costs least; what fits nowhere is left. */
  private filled(state: State, jobs: readonly Job[]): State {
    const next: State = { tours: [...state.tours], sums: [...state.sums], left: [] }
    for (const job of jobs) {
      const best = this.bestPlace(next, job)
      if (best) [next.tours[best.at], next.sums[best.at]] = [best.tour, best.sums]
      else next.left.push(job)
    }
    return next
  }

  private bestPlace({ tours, sums }: State, job: Job) {
    let best: { at: number; tour: Tour; sums: TourSums; cost: number } | undefined
    for (const [at, tour] of tours.entries()) {
      const before = sums[at] ?? NOTHING
      if (!knows(tour.hand, job)) continue
      for (let place = 0; place <= tour.stops.length; place++) {
        for (const { from, moved } of this.waysToPut(tour, job)) {
          const tried = withJob(tour, job, place, from)
          const came = tried && goThrough(tried, this.round.ways, this.span)
          if (!tried || !came) continue
          const cost = this.costOf(came, before) + moved
          if (!best || cost < best.cost) best = { at, tour: tried, sums: came, cost }
        }
      }
    }
    return best
  }

  /** In minutes of way; a promise is worth more than any way, an hour more of work a minute. */
  private costOf(came: TourSums, before: TourSums): number {
    const broken = came.broken - before.broken
    const hours = came.work / HOUR_OF_WORK
    const displaced = came.displaced - before.displaced
    return (
      broken * PROMISE + displaced * MOVED + (came.way - before.way) / MINUTE + hours + this.random() * NOISE
    )
  }

  /** Where it stood if that is here, else at any time; what is moved costs. */
  private waysToPut({ hand }: Tour, { id }: Job): { from?: Instant; moved: number }[] {
    const held = this.round.held?.get(id)
    if (!held) return [{ moved: 0 }]
    return held.hand === hand.id ? [{ from: held.start, moved: 0 }, { moved: MOVED }] : [{ moved: MOVED }]
  }

  private sumsOf({ tours, sums, left }: State): Sums {
    const work = new Map<string, number>()
    let [way, broken] = [0, 0]
    for (const [at, tour] of tours.entries()) {
      const one = sums[at] ?? NOTHING
      way += one.way
      broken += one.broken
      work.set(tour.hand.id, (work.get(tour.hand.id) ?? 0) + one.work)
    }
    const uneven = [...work.values()].reduce((sum, one) => sum + (one / HOUR_OF_WORK) ** 2, 0)
    const moved = this.round.held
      ? this.placedOf({ tours, sums, left }).filter((one) => one.isMoved).length
      : 0
    return { unplaced: left.length, broken, moved, way, uneven }
  }

  private placedOf({ tours, sums }: State): Placed[] {
    return tours.flatMap(({ hand, stops }, at) => {
      const { starts, ways } = sums[at] ?? NOTHING
      return stops
        .flatMap((one) => ('job' in one ? [one.job] : []))
        .map(({ id, duration, due }, index) => {
          const start = starts[index] ?? 0
          const held = this.round.held?.get(id)
          const end = start + duration
          return {
            ...{ job: id, hand: hand.id, start, end, way: ways[index] ?? 0 },
            left: due === undefined ? null : due - end,
            isMoved: held !== undefined && (held.hand !== hand.id || held.start !== start),
          }
        })
    })
  }

  private unplacedOf({ left }: State): Proposal['unplaced'] {
    return left.map(({ id }) => ({ job: id, why: this.whyNot(id) }))
  }

  private whyNot(id: string): WhyNot {
    const job = this.byId.get(id)
    if (!job) return { is: 'full' }
    const { hands, ways } = this.round
    const able = hands.filter((one) => knows(one, job))
    if (!able.length) return { is: 'noSkill', skill: job.skill ?? '' }
    const longest = Math.max(0, ...able.flatMap((one) => one.free.map(({ start, end }) => end - start)))
    if (longest < job.duration) return { is: 'tooLong', longest }
    if (opensNext(job, this.span.start) === null) return { is: 'shut' }
    const span = {
      start: Math.max(this.span.start, job.earliest ?? -Infinity),
      end: Math.min(this.span.end, job.latest ?? Infinity),
      now: this.span.now,
    }
    return able.some((one) => slotsOf(job, one, ways, span).length) ? { is: 'full' } : { is: 'noRoom' }
  }

  private shuffled(jobs: Job[]): Job[] {
    // Now and then the most urgent first, else in any order.
    if (this.random() < 0.5) return jobs.sort(byUrgency)
    for (let at = jobs.length - 1; at > 0; at--) {
      const other = Math.floor(this.random() * (at + 1))
      const [a, b] = [jobs[at], jobs[other]]
      if (a && b) [jobs[at], jobs[other]] = [b, a]
    }
    return jobs
  }
}

const NOTHING: TourSums = { starts: [], ways: [], way: 0, broken: 0, displaced: 0, work: 0 }
const HOUR_OF_WORK = 60 * MINUTE
/** What a promise, and a job that somebody else had, are worth in minutes of way. */
const PROMISE = 10_000
const MOVED = 500
/** So many minutes of way are as good as none: what is as good is not always the same. */
const NOISE = 2

const byUrgency = (a: Job, b: Job) =>
  (a.due ?? Infinity) - (b.due ?? Infinity) || b.duration - a.duration || (a.id < b.id ? -1 : 1)
