/** A collection of tickets, as far as weights go by it. */
export interface Collection {
  /** How many tickets it has. */
  all: number
  /** In how many of them a term stands. */
  having(term: number): number
}

/** The weights of terms; `length` is that of the vector. */
export interface Vector {
  weights: ReadonlyMap<number, number>
  length: number
}

/**
 * How much a term tells: the rarer, the more. log₁₀((N + 1) / df), so that a word that stands everywhere still tells a
 * little (Manning, Raghavan, Schütze, Introduction to Information Retrieval, 6.7, has N for N + 1).
 */
export const rarity = ({ all, having }: Collection, term: number): number =>
  Math.log10((Math.max(all, FEWEST) + 1) / Math.max(having(term), 1))

/** Where nothing was counted yet, all words tell as much as in a collection of so many. */
const FEWEST = 9

/** How often a term stands in a text, damped: 1 + log₁₀ tf (same source, 6.13). */
export const damped = (times: number): number => (times > 0 ? 1 + Math.log10(times) : 0)

/**
 * The vector of a text, tf-idf.
 * @param times how often each term stands in it
 */
export function vectorOf(times: ReadonlyMap<number, number>, collection: Collection): Vector {
  const weights = new Map<number, number>()
  let sum = 0
  for (const [term, count] of times) {
    const weight = damped(count) * rarity(collection, term)
    weights.set(term, weight)
    sum += weight * weight
  }
  return { weights, length: Math.sqrt(sum) }
}

/** The cosine of the angle between two vectors: 1 is the same direction, 0 nothing in common (same source, 6.10). */
export function cosine(a: Vector, b: Vector): number {
  if (a.length === 0 || b.length === 0) return 0
  const [few, many] = a.weights.size <= b.weights.size ? [a, b] : [b, a]
  let product = 0
  for (const [term, weight] of few.weights) product += weight * (many.weights.get(term) ?? 0)
  return Math.min(1, product / (a.length * b.length))
}
