import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sharedWith } from '.'

describe('what of a value is as it was before', () => {
  it('is the very same, however deep it stands', () => {
    const before = {
      items: [
        { id: 'a', words: ['x'] },
        { id: 'b', words: ['y'] },
      ],
      desk: { name: 'Hallin' },
    }
    const after = structuredClone(before)
    after.items[1]!.words.push('z')
    const shared = sharedWith(before, after)
    expect(shared).toEqual(after)
    expect(shared.desk).toBe(before.desk)
    expect(shared.items[0]).toBe(before.items[0])
    expect(shared.items[1]).not.toBe(before.items[1])
    expect(sharedWith(before, structuredClone(before))).toBe(before)
  })

  it('is found again where things of a list have moved', () => {
    const before = [{ id: 'a' }, { id: 'b', of: { c: 1 } }, { name: 'c' }]
    const shared = sharedWith(before, structuredClone([before[2]!, before[1]!]))
    expect([shared[0] === before[2], shared[1] === before[1]]).toEqual([true, true])
  })

  it('says what the new value says, whatever both are', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, after) => {
        expect(sharedWith(before, after)).toEqual(after)
        expect(sharedWith(after, structuredClone(after))).toEqual(after)
      }),
    )
  })
})
