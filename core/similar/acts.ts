import { DAY, MINUTE, parseDuration } from '../time'
import { burstOf, type Burst, type Seen } from './burst'

/** How alike, and how near in time, an open ticket must be for something to be done with a new one. */
export interface Reach {
  /** Hundredths of likeness. */
  from: number
  /** How long before the new one it may have been logged (ISO 8601). */
  within: string
}

/** When so many of a sort come that one cause is suspected. */
export interface Suspecting {
  /** So many that are nearly the same, at least; 0 never suspects one. */
  count: number
  /** In this time (ISO 8601). */
  within: string
  /** Chance alone would bring so many in one of so many such times, at most. */
  odds: number
}

/** What is done by itself with a new ticket that is like an open one. */
export interface SimilarActs {
  /** It is put under the open one, as its part. */
  under?: Reach
  /** It is linked with it, where it is not put under it. */
  links?: Reach
  /** As `FIRST_SUSPECTING` where nothing is said. */
  suspects?: Suspecting
}

/** How a desk suspects one cause before its lead says otherwise. Common practice, no source. */
export const FIRST_SUSPECTING: Suspecting = { count: 5, within: 'PT1H', odds: 1000 }

/** Bounds of what a lead may say: tickets from which a cause is suspected, and odds. */
export const ACT_BOUNDS = { count: [3, 200], odds: [2, 1_000_000], within: [MINUTE, 30 * DAY] } as const

/**
 * What is done with a new ticket that is so like an open one.
 * @param likeness from 0 to 1
 * @param apart how long before the new one the open one was logged, in milliseconds
 */
export function actFor(
  { under, links }: SimilarActs,
  likeness: number,
  apart: number,
): 'under' | 'link' | undefined {
  const reaches = (one: Reach | undefined) =>
    one !== undefined && likeness * 100 >= one.from && apart >= 0 && apart <= parseDuration(one.within)
  if (reaches(under)) return 'under'
  return reaches(links) ? 'link' : undefined
}

/** The burst where what came is more than chance brings; nothing where it is not. */
export function suspicionOf({ count, odds }: Suspecting, seen: Seen): Burst | undefined {
  if (count === 0 || seen.count < count) return undefined
  const burst = burstOf(seen)
  return burst.chance * odds <= 1 ? burst : undefined
}

/**
 * What is wrong with what is done by itself, in words that say what to do; nothing where it can be used.
 * @param shown from which likeness tickets are compared at all
 */
export function actFaults({ under, links, suspects }: SimilarActs, shown: number): string[] {
  const faults: string[] = []
  for (const [called, reach] of [
    ['put under', under],
    ['linked with', links],
  ] as const) {
    if (!reach) continue
    if (!(reach.from >= shown && reach.from <= 100))
      faults.push(`a new ticket is ${called} one from a mark between ${shown}, where it is shown, and 100`)
    if (!isWithin(reach.within))
      faults.push(`how near a ticket that a new one is ${called} must be is unclear`)
  }
  if (suspects) faults.push(...suspectingFaults(suspects))
  return faults
}

function suspectingFaults({ count, within, odds }: Suspecting): string[] {
  const { count: counts, odds: all } = ACT_BOUNDS
  const isCount = Number.isInteger(count) && (count === 0 || (count >= counts[0] && count <= counts[1]))
  return [
    ...(isCount ? [] : [`one cause is suspected from ${counts[0]} to ${counts[1]} tickets, or never (0)`]),
    ...(odds >= all[0] && odds <= all[1] ? [] : [`the odds lie between 1 in ${all[0]} and 1 in ${all[1]}`]),
    ...(isWithin(within) ? [] : ['the time in which tickets are counted lies between a minute and 30 days']),
  ]
}

function isWithin(text: string): boolean {
  const [least, most] = ACT_BOUNDS.within
  try {
    const time = parseDuration(text)
    return time >= least && time <= most
  } catch {
    return false
  }
}
