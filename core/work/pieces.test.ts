import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  dueInFreeTime,
  earliestDue,
  fewestBroken,
  fewestLate,
  FreeTime,
  joined,
  lookAhead,
  piecesOf,
  wholesOf,
  type Work,
} from '.'

const ALWAYS = new FreeTime(undefined, [])
const work = (
  reference: number,
  takes: number,
  answerTakes: number,
  answerBy?: number,
  doneBy?: number,
): Work => ({
  ...{ reference, takes, answerTakes },
  ...(answerBy !== undefined && { answerBy }),
  ...(doneBy !== undefined && { doneBy }),
})
const due = (one: Work) => dueInFreeTime(one, ALWAYS, 0)
const named = (order: readonly Work[]) => order.map(({ reference, part }) => `${reference}${part?.[0] ?? ''}`)
const split = (works: readonly Work[]) => works.flatMap((one) => piecesOf(one, 0))

const works = fc
  .array(
    fc.record({
      takes: fc.integer({ min: 1, max: 8 }),
      answerTakes: fc.integer({ min: 1, max: 3 }),
      answerBy: fc.option(fc.integer({ min: -2, max: 16 }), { nil: undefined }),
      doneBy: fc.option(fc.integer({ min: 1, max: 24 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 3 },
  )
  .map((list) =>
    list.map(({ takes, answerTakes, answerBy, doneBy }, index) =>
      work(index + 1, takes, answerTakes, answerBy, doneBy),
    ),
  )

/** Every order in which no rest comes before its answer. */
function* inTurn(pieces: Work[]): Generator<Work[]> {
  if (pieces.length < 2) return yield pieces
  for (const [index, one] of pieces.entries()) {
    const isFree =
      one.part !== 'rest' ||
      !pieces.some((other) => other.reference === one.reference && other.part === 'answer')
    const others = pieces.filter((_, other) => other !== index)
    if (isFree) for (const rest of inTurn(others)) yield [one, ...rest]
  }
}
const latenessOf = (order: readonly Work[]) => {
  let end = 0
  return Math.max(...order.map((one) => (end += one.takes) - due(one)))
}
/** How many promises are broken that could still be kept: an answer that is late already is so in every order. */
const brokenIn = (order: readonly Work[]) =>
  lookAhead(order, ALWAYS, 0).reduce((sum, { broken, work }) => {
    const isLost = work.answerBy !== undefined && work.answerBy < 0
    return sum + broken.filter((one) => !isLost || one !== 'answer').length
  }, 0)

describe('answering as a piece of work', () => {
  it('is split off where it can be in time and the rest is owed later', () => {
    expect(piecesOf(work(1, 30, 5, 10, 60), 0)).toMatchObject([
      { part: 'answer', takes: 5, answerBy: 10, doneBy: undefined },
      { part: 'rest', takes: 25, answerBy: undefined, doneBy: 60 },
    ])
    for (const whole of [
      work(1, 30, 5),
      work(1, 30, 5, -1, 60),
      work(1, 30, 5, 60, 60),
      work(1, 4, 5, 10, 60),
    ])
      expect(piecesOf(whole, 0)).toEqual([whole])
  })

  it('comes before longer work that is owed later, and saves the answer of another ticket', () => {
    const all = [work(1, 30, 5, 20, 60), work(2, 30, 5, 12, 90)]
    const order = earliestDue(
      split(all).map((one) => ({ key: one.reference, work: one, takes: one.takes, due: due(one) })),
    )
    expect(named(order.map((one) => one.work))).toEqual(['2a', '1a', '1r', '2r'])
    expect(
      lookAhead(
        joined(
          order.map((one) => one.work),
          wholesOf(all),
        ),
        ALWAYS,
        0,
      ),
    ).toMatchObject([
      { work: { reference: 2, part: 'answer' }, from: 0, to: 5, answeredAt: 5, broken: [] },
      // Nobody lays a ticket down between two pieces that follow each other.
      { work: { reference: 1 }, from: 5, to: 35, answeredAt: 10, broken: [] },
      { work: { reference: 2, part: 'rest' }, from: 35, to: 60, broken: [] },
    ])
    // As one piece each, one of the two would wait until the other is done.
    expect(lookAhead(all, ALWAYS, 0).flatMap((one) => one.broken)).toEqual(['answer'])
  })

  it('is not joined with its rest over a task of a plan on the same ticket, which stands by itself', () => {
    const ticket = work(1, 60, 10, 100, 500)
    const task: Work = { ...{ reference: 1, takes: 20, doneBy: 50 }, task: '12 list' }
    const all = [ticket, task]
    const [answer, rest] = piecesOf(ticket, 0)
    expect(piecesOf(task, 0)).toEqual([task])
    expect(joined([answer!, task, rest!], wholesOf(all))).toEqual([answer, task, rest])
    expect(joined([task, answer!, rest!], wholesOf(all))).toEqual([task, ticket])
    const order = fewestBroken(all, 0, due, () => 0)
    expect(order.filter((one) => one.task !== undefined)).toEqual([task])
  })

  it('is joined with its rest where that would come first', () => {
    const all = [work(1, 30, 5, 20, 60), work(2, 10, 5, 12, 90)]
    const [answer, rest] = piecesOf(all[0]!, 0)
    expect(named(joined([rest!, all[1]!, answer!], wholesOf(all)))).toEqual(['1', '2'])
  })

  it('earliest due: no order in turn has a smaller greatest lateness (Jackson 1955, by trying every one)', () => {
    fc.assert(
      fc.property(works, (list) => {
        const jobs = split(list).map((one) => ({
          key: one.reference,
          work: one,
          takes: one.takes,
          due: due(one),
        }))
        const found = earliestDue(jobs).map((one) => one.work)
        expect([...inTurn(split(list))].map(named)).toContainEqual(named(found))
        const best = Math.min(...[...inTurn(split(list))].map(latenessOf))
        expect(latenessOf(found)).toBe(best)
      }),
    )
  })

  it('fewest late: in turn, and never worse than with each ticket as one piece', () => {
    fc.assert(
      fc.property(works, (list) => {
        const order = fewestBroken(list, 0, due, brokenIn)
        expect(
          named(order)
            .filter((one) => one.endsWith('r'))
            .every((one) => named(order).indexOf(one.replace('r', 'a')) >= 0),
        ).toBe(true)
        const spent = order.reduce((sum, one) => sum + one.takes, 0)
        expect(spent).toBe(list.reduce((sum, one) => sum + one.takes, 0))
        expect(new Set(order.map((one) => one.reference)).size).toBe(list.length)
        const whole = fewestLate(
          list.map((one) => ({ key: one.reference, work: one, takes: one.takes, due: due(one) })),
        )
        expect(brokenIn(order)).toBeLessThanOrEqual(brokenIn(whole.order.map((one) => one.work)))
      }),
    )
  })
})
