import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { placeText, textWidth } from './chartText'

const wide = (text: string) => text.length * 6

describe('what is said of a point of a drawing', () => {
  it('stands to its right, or to its left where the drawing ends', () => {
    expect(placeText('due 10:42', 100, 600, wide)).toEqual({ x: 114, text: 'due 10:42' })
    expect(placeText('due 10:42', 590, 600, wide)).toEqual({ x: 530, text: 'due 10:42' })
  })

  it('stands where it is whole on a narrow page, across its point', () => {
    expect(placeText('Solve in 8 hours, due Tue 10:42', 160, 200, wide)).toEqual({
      ...{ x: 14, text: 'Solve in 8 hours, due Tue 10:42' },
    })
  })

  it('is never cut by an edge, whatever there is to say', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 80 }),
        fc.integer({ min: 0, max: 600 }),
        fc.integer({ min: 60, max: 600 }),
        (text, at, width) => {
          const placed = placeText(text, Math.min(at, width), width, wide)
          expect(placed.x).toBeGreaterThanOrEqual(0)
          expect(placed.x + wide(placed.text)).toBeLessThanOrEqual(width)
          if (wide(text) <= width) expect(placed.text).toBe(text)
        },
      ),
    )
  })

  it('is about as wide as its letters where nothing can be drawn', () => {
    expect(textWidth('due 10:42', '11px sans-serif', 11)).toBeGreaterThan(30)
  })
})
