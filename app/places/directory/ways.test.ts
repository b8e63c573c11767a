import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changedWays, minutesOf } from './ways'

describe('how long a way is', () => {
  it.each([
    ['45', 45],
    [' 45 min', 45],
    ['1:30', 90],
    ['', null],
    ['0', 0],
    ['10081', undefined],
    ['1:75', undefined],
    ['soon', undefined],
    ['-3', undefined],
  ])('of “%s” is %s', (text, minutes) => expect(minutesOf(text)).toBe(minutes))
})

describe('ways that are changed in their map', () => {
  const WAYS = { varnes: { hallin: 40 }, hallin: { varnes: 40, skerry: 90 }, skerry: {} }
  const cell = (key: string, column: string, text: string) => ({ key, column, text })

  it('are the ones of their row, and the way back follows where it was as long or not said', () => {
    expect(changedWays(WAYS, [cell('varnes', 'hallin', '45')], true).sites).toEqual({
      varnes: { hallin: 45 },
      hallin: { varnes: 45, skerry: 90 },
    })
    expect(changedWays(WAYS, [cell('skerry', 'hallin', '80')], true).sites).toEqual({
      skerry: { hallin: 80 },
    })
    expect(changedWays(WAYS, [cell('varnes', 'hallin', '')], true).sites).toEqual({
      varnes: {},
      hallin: { skerry: 90 },
    })
    expect(changedWays(WAYS, [cell('varnes', 'hallin', '45')], false).sites).toEqual({
      varnes: { hallin: 45 },
    })
  })

  it('leave what is no length as it was, and say which cell that is', () => {
    const odd = [
      cell('varnes', 'varnes', '5'),
      cell('varnes', 'skerry', 'far'),
      cell('skerry', 'varnes', '7'),
    ]
    expect(changedWays(WAYS, odd, true)).toEqual({
      wrong: odd.slice(0, 2),
      sites: { skerry: { varnes: 7 }, varnes: { hallin: 40, skerry: 7 } },
    })
  })

  it('come back as they were when each cell is given what it had', () => {
    const ids = ['a', 'b', 'c']
    const ways = fc
      .record(Object.fromEntries(ids.map((id) => [id, fc.dictionary(fc.constantFrom(...ids), fc.nat(500))])))
      .map((all) =>
        Object.fromEntries(
          Object.entries(all).map(([id, own]) => {
            const { [id]: _, ...others } = own as Record<string, number>
            return [id, others]
          }),
        ),
      )
    fc.assert(
      fc.property(ways, (all) => {
        const cells = ids.flatMap((from) =>
          ids.filter((to) => to !== from).map((to) => cell(from, to, String(all[from]?.[to] ?? ''))),
        )
        expect(changedWays(all, cells, false)).toEqual({ wrong: [], sites: {} })
      }),
    )
  })
})
