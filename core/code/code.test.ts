import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EVEN_BYTES, plainCode, readPlainCode } from '.'

describe('a code that is read out', () => {
  it('is read however it is typed, and nothing else is one', () => {
    expect(readPlainCode(' abcd-efgh ', 2)).toBe('ABCD-EFGH')
    expect(readPlainCode('abcd efgh', 2)).toBe('ABCD-EFGH')
    expect(readPlainCode('abcd efgh-jkmn pqrs tuvw', 5)).toBe('ABCD-EFGH-JKMN-PQRS-TUVW')
    // Signs that are taken for others stand in none: 0, O, 1, I, L.
    for (const typed of ['', 'abcd', 'abcd-efg0', 'abcd-efgl', 'abcd-efghj', 'x'.repeat(1e5)])
      expect(readPlainCode(typed, 2)).toBeUndefined()
  })

  it('is read as it was made, and each of its signs is as likely as any other', () => {
    const bytes = fc.uint8Array({ minLength: 8, maxLength: 8, max: EVEN_BYTES - 1 })
    fc.assert(
      fc.property(bytes, (chance) => {
        const code = plainCode(chance, 2)
        expect(readPlainCode(code.toLowerCase(), 2)).toBe(code)
      }),
    )
    const signs = Array.from(
      { length: EVEN_BYTES },
      (_, byte) => plainCode(new Uint8Array(8).fill(byte), 2)[0]!,
    )
    const counts = new Set([...new Set(signs)].map((one) => signs.filter((each) => each === one).length))
    expect(counts).toEqual(new Set([8]))
  })
})
