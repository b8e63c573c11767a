/** What came in of a sort within a time, against what usually does. */
export interface Seen {
  /** How many came within the time, in milliseconds. */
  count: number
  within: number
  /** How many had come before that, in how many milliseconds. */
  before: number
  span: number
}

/** A burst: more than chance brings at the usual rate. */
export interface Burst extends Seen {
  /** How many usually come within such a time. */
  usual: number
  /** How likely it is that so many or more come by chance. */
  chance: number
}

/**
 * How likely it is that so many or more happen where so many happen on average and none goes by another (Poisson).
 * @param count a whole number, 0 or more
 * @param mean more than 0
 * @example chanceOfAtLeast(1, 0.5) // 1 − e^−0.5 = 0.393…
 */
export function chanceOfAtLeast(count: number, mean: number): number {
  if (count <= 0) return 1
  // The smaller side is added up: nothing is lost to rounding where the chance is tiny.
  if (count <= mean) return 1 - sumOf(mean, 0, count - 1)
  return Math.min(1, sumOf(mean, count, Infinity))
}

/** The sum of the chances of exactly `from` to `to`. */
function sumOf(mean: number, from: number, to: number): number {
  let part = Math.exp(from * Math.log(mean) - mean - logFactorial(from))
  let sum = 0
  for (let at = from; at <= to && (part > sum * 1e-16 || at <= mean); at++) {
    sum += part
    part *= mean / (at + 1)
  }
  return sum
}

function logFactorial(number: number): number {
  let sum = 0
  for (let at = 2; at <= number; at++) sum += Math.log(at)
  return sum
}

/**
 * Holds what came in against what usually does. A sort of which nothing had come before counts as if half a one had: nothing
 * is so rare that the first is a burst.
 */
export function burstOf(seen: Seen): Burst {
  const usual = (Math.max(seen.before, 0.5) * seen.within) / Math.max(seen.span, seen.within)
  return { ...seen, usual, chance: chanceOfAtLeast(seen.count, usual) }
}
