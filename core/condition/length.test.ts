import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseDuration } from '../time'
import { LENGTH_PATTERN, lengthsBetween, LONGEST, readLength, writeLength } from './length'

const minutes = fc.oneof(
  fc.integer({ min: 1, max: LONGEST }),
  fc.integer({ min: 1, max: 200 }),
  fc.constantFrom(59, 60, 61, 599, 600, 60_000, 599_940, LONGEST),
)

describe('a length of time', () => {
  it('is written in one way, which ISO 8601 reads as so many minutes', () => {
    fc.assert(
      fc.property(minutes, (count) => {
        const text = writeLength(count)
        expect(parseDuration(text)).toBe(count * 60_000)
        expect(readLength(text)).toBe(count)
        expect(text).toMatch(new RegExp(`^${LENGTH_PATTERN}$`))
      }),
    )
  })

  it.each(['PT', 'PT0M', 'PT90M', 'PT01H', 'P1D', 'PT1H0M', 'PT10000H', 'pt1h', 'PT1M30S', '', '90', null])(
    'is not %j',
    (text) => {
      expect(readLength(text)).toBeUndefined()
      expect(String(text)).not.toMatch(new RegExp(`^${LENGTH_PATTERN}$`))
    },
  )

  it('has a pattern of those from one to another', () => {
    fc.assert(
      fc.property(minutes, minutes, minutes, (from, to, one) => {
        expect(new RegExp(lengthsBetween(from, to), 'u').test(writeLength(one))).toBe(
          one >= from && one <= to,
        )
      }),
      { numRuns: 2000 },
    )
  })

  it('refuses what is none', () => {
    for (const count of [0, -1, 1.5, LONGEST + 1, Number.NaN])
      expect(() => writeLength(count)).toThrow(RangeError)
  })
})
