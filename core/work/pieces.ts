import type { Instant } from '../time'
import type { Work } from './lookAhead'
import { earliestDue, fewestLate, type Job } from './orders'

// Answering is a piece of work of its own: it is short, it is owed sooner, and much can come between it and the rest.

/**
 * The pieces of a ticket's work: to answer and the rest, where an answer is owed that can still be in time and the rest
 * is owed later; else the whole.
 * @returns one or two pieces, in the order in which they can be done
 */
export function piecesOf<W extends Work>(work: W, now: Instant): W[] {
  const { answerBy, doneBy = Infinity, answerTakes = 0, takes } = work
  if (answerBy === undefined || answerBy < now || answerBy >= doneBy) return [work]
  if (answerTakes <= 0 || answerTakes >= takes) return [work]
  return [
    { ...work, part: 'answer', takes: answerTakes, doneBy: undefined },
    { ...work, part: 'rest', takes: takes - answerTakes, answerBy: undefined },
  ]
}

/**
 * Puts what belongs together in one: where the rest would come before its answer, solving it is the answer; and nobody
 * lays down a ticket between two pieces that follow each other.
 * @param wholes the whole of each ticket, by its number
 */
export function joined<W extends Work>(order: readonly W[], wholes: ReadonlyMap<number, W>): W[] {
  const answered = new Set<number>()
  const whole = new Set<number>()
  return order.flatMap((one, index) => {
    const { reference, part } = one
    if (part === undefined) return [one]
    if (whole.has(reference)) return []
    const next = order[index + 1]
    const follows = next?.reference === reference && next.part !== undefined
    if (part === 'answer' && !follows) {
      answered.add(reference)
      return [one]
    }
    if (part === 'rest' && answered.has(reference)) return [one]
    whole.add(reference)
    return [wholes.get(reference) ?? one]
  })
}

/** The whole of each ticket, by its number; tasks are no part of it. */
export const wholesOf = <W extends Work>(works: readonly W[]): Map<number, W> =>
  new Map(works.flatMap((one) => (one.task === undefined ? [[one.reference, one] as const] : [])))

/** So often pieces are put together where an order turned them round; then all that are left are. */
const MOST_TURNS = 8

/**
 * An order that breaks few promises: Moore–Hodgson (`fewestLate`) with answers as pieces of their own, the same with
 * every ticket as one piece, and earliest due first; the one of them that breaks the fewest. With pieces that have to
 * come in turn the best order of all is out of reach (1 | prec | ΣU is NP-hard: Garey and Johnson 1976, from memory).
 * @param due by how much free time from the beginning a piece is to be done
 * @param broken how many promises an order breaks
 */
export function fewestBroken<W extends Work>(
  works: readonly W[],
  now: Instant,
  due: (work: W) => number,
  broken: (order: readonly W[]) => number,
): W[] {
  const jobOf = (work: W) => ({ key: work.reference, work, takes: work.takes, due: due(work) })
  // A piece is weighed once, however many orders are tried.
  const all = works.map((work) => {
    const [whole, pieces] = [jobOf(work), piecesOf(work, now)]
    return { whole, pieces: pieces.length > 1 ? pieces.map(jobOf) : [whole] }
  })
  const wholes = wholesOf(works)
  const whole = fewestLate(all.map((one) => one.whole)).order
  const early = earliestDue(all.flatMap((one) => one.pieces))
  const tried = [inTurn(all), whole, early].map((order) => {
    const list = joined(
      order.map((job) => job.work),
      wholes,
    )
    return { list, lost: broken(list) }
  })
  return tried.reduce((best, one) => (one.lost < best.lost ? one : best)).list
}

interface Weighed<W extends Work> extends Job {
  work: W
}

/** Moore–Hodgson on pieces: where it would put an answer off and keep the rest, both are one piece, and it is sought anew. */
function inTurn<W extends Work>(
  all: readonly { whole: Weighed<W>; pieces: readonly Weighed<W>[] }[],
): Weighed<W>[] {
  const one = new Set<number>()
  for (let turn = 0; ; turn++) {
    const jobs = all.flatMap(({ whole, pieces }) =>
      one.has(whole.work.reference) || turn > MOST_TURNS ? [whole] : pieces,
    )
    const { order } = fewestLate(jobs)
    const turned = turnedRound(order.map((job) => job.work))
    if (!turned.length) return order
    for (const reference of turned) one.add(reference)
  }
}

/** Tickets of which the rest comes before the answer. */
function turnedRound(order: readonly Work[]): number[] {
  const rests = new Set<number>()
  return order.flatMap(({ reference, part }) => {
    if (part === 'rest') rests.add(reference)
    return part === 'answer' && rests.has(reference) ? [reference] : []
  })
}
