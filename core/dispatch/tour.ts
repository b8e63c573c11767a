import type { Instant, Interval } from '../time'
import { knows, type Hand, type Job, type Visit } from './job'
import { firstStart, type Within } from './slots'
import type { Ways } from './ways'

/** A stop of a tour: a visit at its fixed time, or a job that is to be placed. */
export type Stop =
  | { visit: Visit }
  /** `from` is where it stood before: it does not begin sooner, and is moved where it begins later. */
  | { job: Job; from?: Instant }

/** What one hand does in one shift, in its order. */
export interface Tour {
  hand: Hand
  shift: Interval
  stops: readonly Stop[]
}

/** What a tour comes to. */
export interface TourSums {
  /** When each of its jobs begins, in their order. */
  starts: Instant[]
  /** The way to each of its jobs, in milliseconds. */
  ways: number[]
  /** All ways of the tour, in milliseconds. */
  way: number
  /** Jobs whose promise is over when they are done. */
  broken: number
  /** Jobs that begin later than they stood before. */
  displaced: number
  /** How much fixed work it has, in milliseconds. */
  work: number
}

const siteOf = (stop: Stop) => ('job' in stop ? stop.job.site : stop.visit.site)

/**
 * Goes through a tour as early as can be; nobody sets out before now.
 * @param span jobs lie within it
 * @returns undefined where a job cannot be done in this order; visits that collide with each other are somebody's will
 */
export function goThrough({ hand, shift, stops }: Tour, ways: Ways, span: Within): TourSums | undefined {
  const sums: TourSums = { starts: [], ways: [], way: 0, broken: 0, displaced: 0, work: 0 }
  let [time, place, isFree] = [Math.max(shift.start, span.now), hand.base, false]
  for (const stop of stops) {
    const way = ways.assumed(place, siteOf(stop))
    if ('visit' in stop) {
      if (isFree && time + way > stop.visit.start) return undefined
      time = Math.max(time, stop.visit.end)
      sums.work += stop.visit.end - stop.visit.start
    } else {
      const { job, from = -Infinity } = stop
      const start = firstStart(job, {
        start: Math.max(time + way, span.start, job.earliest ?? -Infinity, from),
        end: Math.min(shift.end, span.end, job.latest ?? Infinity),
      })
      if (start === undefined) return undefined
      time = start + job.duration
      sums.starts.push(start)
      sums.ways.push(way)
      sums.work += job.duration
      if (job.due !== undefined && time > job.due) sums.broken++
      if (stop.from !== undefined && start !== from) sums.displaced++
    }
    sums.way += way
    isFree = 'job' in stop
    place = siteOf(stop)
  }
  return hand.most !== undefined && sums.work > hand.most && stops.some((one) => 'job' in one)
    ? undefined
    : sums
}

/** The tours of some hands, with what they do already. */
export const toursOf = (hands: readonly Hand[], span: Interval): Tour[] =>
  hands.flatMap((hand) =>
    hand.free
      .filter((shift) => shift.end > span.start && shift.start < span.end)
      .map((shift) => ({
        hand,
        shift,
        stops: hand.visits
          .filter((one) => one.end > shift.start && one.start < shift.end)
          .map((visit) => ({ visit })),
      })),
  )

/** A tour with a job put in at a place, from where it stood before if that is said; undefined where whoever goes it does not know what it asks for. */
export const withJob = (tour: Tour, job: Job, at: number, from?: Instant): Tour | undefined =>
  knows(tour.hand, job)
    ? {
        ...tour,
        stops: [
          ...tour.stops.slice(0, at),
          { job, ...(from !== undefined && { from }) },
          ...tour.stops.slice(at),
        ],
      }
    : undefined
