import { parseDuration } from '../time'
import {
  readyFor,
  signsOf,
  timesOf,
  weigh,
  wordsAlike,
  type Compared,
  type Likeness,
  type Ready,
  type Weighing,
} from './likeness'
import { damped, rarity, type Collection } from './vector'

/**
 * Compares one ticket with thousands: the same as `likenessOf`, without a vector for each of them. Used where a ticket is
 * opened, so that nobody waits for it.
 */
export class Comparer {
  readonly one: Ready
  private readonly halfLife: number
  /** How rare terms are, as far as they were met. */
  private readonly known = new Map<number, number>()
  /** How often each term of the ticket that is being compared counts; used again for each. */
  private readonly times = new Map<number, number>()

  constructor(
    one: Compared,
    private readonly weighing: Weighing,
    private readonly collection: Collection,
  ) {
    this.one = readyFor(one, weighing, collection)
    this.halfLife = parseDuration(weighing.halfLife)
  }

  likenessTo(other: Compared): Likeness {
    return weigh(
      { words: this.wordsWith(other), signs: signsOf(this.one, other, this.halfLife) },
      this.weighing,
    )
  }

  private wordsWith(other: Compared): number {
    const { times } = this
    times.clear()
    timesOf(other, this.weighing, times)
    const own = this.one.vector.weights
    let [product, squares, shared] = [0, 0, 0]
    for (const [term, count] of times) {
      const weight = damped(count) * this.rarityOf(term)
      squares += weight * weight
      const ours = own.get(term)
      if (ours === undefined) continue
      product += ours * weight
      shared++
    }
    return wordsAlike(product, this.one.vector.length * Math.sqrt(squares), shared)
  }

  private rarityOf(term: number): number {
    let found = this.known.get(term)
    if (found === undefined) this.known.set(term, (found = rarity(this.collection, term)))
    return found
  }
}
