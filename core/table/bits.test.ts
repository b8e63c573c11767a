import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addTo, allOf, firstOf, inAll, lowestIn, membersOf, wordsFor } from './bits'

const MOST = 200
const set = fc.uniqueArray(fc.integer({ min: 0, max: MOST - 1 })).map((list) => list.sort((a, b) => a - b))
const bitsOf = (members: number[]) => {
  const bits = new Int32Array(wordsFor(MOST))
  addTo(bits, members)
  return bits
}

describe('sets of rows as bits', () => {
  it('give back their members in order, the first first', () => {
    fc.assert(
      fc.property(set, (members) => {
        const bits = bitsOf(members)
        expect(membersOf(bits)).toEqual(members)
        expect(firstOf(bits)).toBe(members[0] ?? -1)
      }),
    )
  })

  it('have in common what is in each of them, however many they are', () => {
    fc.assert(
      fc.property(set, fc.array(set, { maxLength: 11 }), (first, others) => {
        const common = first.filter((one) => others.every((other) => other.includes(one)))
        const all = bitsOf(first)
        expect(membersOf(inAll(all, others.map(bitsOf)))).toEqual(common)
        // What it was made from stays as it is.
        expect(membersOf(all)).toEqual(first)
      }),
    )
  })

  it('hold all of so many rows and none beyond, at the edges of words too', () => {
    for (const count of [0, 1, 31, 32, 33, 63, 64, 65]) {
      expect(membersOf(allOf(count))).toEqual(Array.from({ length: count }, (_, one) => one))
      expect(wordsFor(count)).toBe(Math.ceil(count / 32))
    }
  })

  it('find the lowest bit of a word, the sign bit too', () => {
    for (let bit = 0; bit < 32; bit++) expect(lowestIn(3, -1 << bit)).toBe(96 + bit)
  })
})
