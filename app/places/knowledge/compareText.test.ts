import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compareText } from './compareText'

const side = (parts: ReturnType<typeof compareText>, not: 'before' | 'now') =>
  parts
    .filter((one) => one.of !== not)
    .map((one) => one.text)
    .join('')

describe('two texts compared', () => {
  it('name the words that changed', () => {
    const parts = compareText('Hold both keys for five seconds.', 'Hold both keys for nine seconds.')
    expect(parts.filter((one) => one.of !== 'both')).toEqual([
      { text: 'five', of: 'before' },
      { text: 'nine', of: 'now' },
    ])
  })

  it('give both texts back, whatever they are', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.string({ unit: 'grapheme' }), (before, now) => {
        const parts = compareText(before, now)
        expect(side(parts, 'now')).toBe(before)
        expect(side(parts, 'before')).toBe(now)
      }),
    )
  })

  it('are compared in bounded time where they have nothing in common', () => {
    const long = (seed: number) =>
      Array.from({ length: 20_000 }, (_, at) => `w${(at * seed) % 99_991}`).join(' ')
    const parts = compareText(long(7919), long(104_729))
    expect(side(parts, 'now')).toBe(long(7919))
    expect(side(parts, 'before')).toBe(long(104_729))
  })
})
