import fc from 'fast-check'
import munkres from 'munkres-js'
import { describe, expect, it } from 'vitest'
import { loadWith, spread, type Taker, type ToSpread } from './spread'

const taker = (person: string, load: number, room = 9, capacity?: number): Taker => ({
  ...{ person, load, room },
  ...(capacity && { capacity }),
})
const any = (...who: string[]): ToSpread => ({ who })

/** How many find somebody, and the sum of the loads that each ticket finds its taker with. */
function account(tickets: readonly ToSpread[], takers: readonly Taker[], placed: (string | null)[]) {
  let cost = 0
  for (const one of takers) {
    const count = placed.filter((person) => person === one.person).length
    for (let more = 1; more <= count; more++) cost += loadWith(one, more, 1)
  }
  return { found: placed.filter((one) => one !== null).length, cost }
}

describe('tickets that are handed out together', () => {
  it('go to whoever has least, one after the other', () => {
    expect(spread([any('a', 'b'), any('a', 'b'), any('a', 'b')], [taker('a', 3), taker('b', 1)])).toEqual([
      'b',
      'b',
      'a',
    ])
  })

  it('leave the one who alone knows something to those that need it', () => {
    // One after the other the first would take the last place of whoever alone could take the second.
    const takers = [taker('knows', 0, 1), taker('other', 5)]
    expect(spread([any('knows', 'other'), any('knows')], takers)).toEqual(['other', 'knows'])
  })

  it('stay without anybody only where nobody has room, the last ones first', () => {
    expect(spread([any('a'), any('a'), any('a')], [taker('a', 0, 2)])).toEqual(['a', 'a', null])
    expect(spread([any(), any('gone')], [taker('a', 0)])).toEqual([null, null])
  })

  it('weigh by what people can have', () => {
    const placed = spread(
      Array.from({ length: 6 }, () => any('half', 'whole')),
      [taker('half', 0, 9, 5), taker('whole', 0, 9, 10)],
    )
    expect(placed.filter((one) => one === 'whole')).toHaveLength(4)
  })

  const cases = fc
    .record({
      loads: fc.array(fc.record({ load: fc.nat(6), room: fc.nat(3), capacity: fc.constantFrom(1, 2, 4) }), {
        minLength: 1,
        maxLength: 4,
      }),
      asks: fc.array(fc.array(fc.nat(3), { maxLength: 4 }), { minLength: 1, maxLength: 7 }),
    })
    .map(({ loads, asks }) => ({
      takers: loads.map((one, index): Taker => ({ person: `p${index}`, ...one })),
      tickets: asks.map((who) => ({ who: [...new Set(who)].map((one) => `p${one}`) })),
    }))

  it('cost the least that there is, with the most that can be placed (munkres-js as a second opinion)', () => {
    fc.assert(
      fc.property(cases, ({ takers, tickets }) => {
        // Each place that somebody has is a column of its own; staying without anybody costs more than all else.
        const places = takers.flatMap((one) =>
          Array.from({ length: Math.min(one.room, tickets.length) }, (_, index) => ({
            person: one.person,
            cost: loadWith(one, index + 1, 1),
          })),
        )
        const [alone, never] = [1000, 1_000_000]
        const size = tickets.length + places.length
        const matrix = Array.from({ length: size }, (_, row) =>
          Array.from({ length: size }, (_, column) => {
            const ticket = tickets[row]
            const place = places[column]
            if (!ticket) return 0
            if (!place) return alone
            return ticket.who.includes(place.person) ? place.cost : never
          }),
        )
        const pairs = munkres(matrix).filter(([row]) => row < tickets.length)
        const theirs = pairs.reduce((sum, [row, column]) => sum + matrix[row]![column]!, 0)
        const { found, cost } = account(tickets, takers, spread(tickets, takers))
        expect(cost + alone * (tickets.length - found)).toBeCloseTo(theirs, 6)
      }),
      { numRuns: 300 },
    )
  })

  it('go to people who could take them and have room', () => {
    fc.assert(
      fc.property(cases, ({ takers, tickets }) => {
        const placed = spread(tickets, takers)
        placed.forEach((person, index) => {
          if (person !== null) expect(tickets[index]!.who).toContain(person)
        })
        for (const { person, room } of takers)
          expect(placed.filter((one) => one === person).length).toBeLessThanOrEqual(room)
      }),
    )
  })

  it('that come first find somebody first: more tickets after them change nothing about that', () => {
    fc.assert(
      fc.property(cases, ({ takers, tickets }) => {
        const before = spread(tickets.slice(0, -1), takers)
        const after = spread(tickets, takers)
        before.forEach((person, index) => person !== null && expect(after[index]).not.toBeNull())
      }),
    )
  })
})
