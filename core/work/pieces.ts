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
    const follows = order[index + 1]?.reference === reference
    if (part === 'answer' && !follows) {
      answered.add(reference)
      return [one]
    }
    if (part === 'rest' && answered.has(reference)) return [one]
    whole.add(reference)
    return [wholes.get(reference) ?? one]
  })
}

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
  const wholes = new Map(works.map((one) => [one.reference, one]))
  const whole = fewestLate(works.map(jobOf)).order.map((job) => job.work)
  const early = earliestDue(works.flatMap((one) => piecesOf(one, now)).map(jobOf)).map((job) => job.work)
  const tried = [inTurn(works, now, jobOf), whole, early].map((order) => {
    const list = joined(order, wholes)
    return { list, lost: broken(list) }
  })
  return tried.reduce((best, one) => (one.lost < best.lost ? one : best)).list
}

/** Moore–Hodgson on pieces: where it would put an answer off and keep the rest, both are one piece, and it is sought anew. */
function inTurn<W extends Work, J extends Job & { work: W }>(
  works: readonly W[],
  now: Instant,
  jobOf: (work: W) => J,
): W[] {
  const one = new Set<number>()
  for (let turn = 0; ; turn++) {
    const pieces = works.flatMap((work) =>
      one.has(work.reference) || turn > MOST_TURNS ? [work] : piecesOf(work, now),
    )
    const order = fewestLate(pieces.map(jobOf)).order.map((job) => job.work)
    const turned = turnedRound(order)
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
