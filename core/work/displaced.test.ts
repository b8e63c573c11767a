import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR } from '../time'
import { displacedBy, FreeTime, lookAhead, type Work } from '.'

const work = (reference: number, hours: number, more: Partial<Work> = {}): Work => ({
  ...{ reference, takes: hours * HOUR, ...more },
})
const taken = (from: number, to: number, reference = 99) => ({ from: from * HOUR, to: to * HOUR, reference })
/** What of some work in its order a fixed time displaces, for somebody who works at any time. */
function displaced(order: Work[], fixed: ReturnType<typeof taken>) {
  const before = lookAhead(order, new FreeTime(undefined, []), 0)
  const flexible = order.filter((one) => one.reference !== fixed.reference)
  return displacedBy(before, lookAhead(flexible, new FreeTime(undefined, [fixed]), 0), fixed)
}

describe('what a fixed time does to the work on a bench', () => {
  it('is what would have been done then, and whose promise is broken by it', () => {
    const order = [work(1, 2), work(2, 1, { doneBy: 3.5 * HOUR }), work(3, 1, { doneBy: 4 * HOUR })]
    expect(displaced(order, taken(2, 3))).toEqual({ moved: [2], broken: [2, 3] })
    expect(displaced(order, taken(1, 2.5))).toEqual({ moved: [1, 2], broken: [2, 3] })
    expect(displaced(order, taken(4, 9))).toEqual({ moved: [], broken: [] })
  })

  it('is not what is late anyway, and not the ticket that it is for', () => {
    const late = work(1, 2, { doneBy: HOUR })
    expect(displaced([late, work(2, 1)], taken(0, 1))).toEqual({ moved: [1], broken: [] })
    expect(displaced([late, work(2, 1, { doneBy: 3 * HOUR })], taken(0, 1, 1))).toEqual({
      ...{ moved: [], broken: [] },
    })
  })

  it('names a ticket once that is worked on in pieces', () => {
    const pieces = [work(1, 1, { part: 'answer', answerBy: HOUR }), work(1, 1, { part: 'rest' })]
    expect(displaced(pieces, taken(0, 2))).toEqual({ moved: [1], broken: [1] })
  })

  it('moves only what lies in it, and all of that', () => {
    const each = fc.record({ hours: fc.integer({ min: 1, max: 4 }), due: fc.nat(30) })
    fc.assert(
      fc.property(fc.array(each, { maxLength: 6 }), fc.nat(12), fc.nat(4), (list, from, length) => {
        const order = list.map(({ hours, due }, at) => work(at + 1, hours, { doneBy: due * HOUR }))
        const found = displaced(order, taken(from, from + length))
        let at = 0
        const lies = order.filter(({ takes }) => {
          const begins = at
          at += takes
          return begins < (from + length) * HOUR && from * HOUR < at
        })
        expect(found.moved).toEqual(lies.map((one) => one.reference))
      }),
    )
  })
})

describe('looking ahead', () => {
  it('stops where nothing more is in sight, and knows the pieces of what is free', () => {
    const free = new FreeTime(undefined, [{ from: HOUR, to: 2 * HOUR }])
    const order = [work(1, 2), work(2, 1), work(3, 1)]
    expect(lookAhead(order, free, 0, 4 * HOUR).map((one) => one.work.reference)).toEqual([1, 2])
    expect(lookAhead(order, free, 0)).toHaveLength(3)
    expect([...free.pieces(0, 3 * HOUR)]).toEqual([
      { from: 0, to: HOUR },
      { from: 2 * HOUR, to: 3 * HOUR },
    ])
    expect(free.between(0, 3 * HOUR)).toBe(2 * HOUR)
    expect([...free.pieces(Infinity, 3 * HOUR)]).toEqual([])
  })
})
