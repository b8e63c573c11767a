import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY, HOUR } from '../time'
import { dayStrip } from './dayStrip'

const from = Date.UTC(2026, 10, 16)
const day = {
  from,
  until: from + DAY,
  shifts: [{ from: from + 8 * HOUR, to: from + 16 * HOUR }],
  records: [],
}

describe('the strip of a day', () => {
  it('shows the working day and now', () => {
    const strip = dayStrip({ ...day, fixed: [] }, from + 17 * HOUR)
    expect(strip).toMatchObject({ from: from + 8 * HOUR, to: from + 18 * HOUR })
    expect(strip.marks).toEqual([8, 10, 12, 14, 16].map((hour) => from + hour * HOUR))
  })

  it('shows the working day while desk time is not known yet, and not all hours since 1970', () => {
    expect(dayStrip({ ...day, fixed: [] }, 0).marks).toEqual(
      [8, 10, 12, 14].map((hour) => from + hour * HOUR),
    )
  })

  it('has a bounded number of marks, in order and within it, whatever stands on the day', () => {
    const at = fc.integer({ min: -8.64e15, max: 8.64e15 })
    const span = fc.record({ from: at, to: at })
    fc.assert(
      fc.property(fc.array(span, { maxLength: 4 }), at, (fixed, now) => {
        const strip = dayStrip({ ...day, fixed }, now)
        expect(strip.marks.length).toBeLessThanOrEqual(25)
        expect(strip.to - strip.from).toBeLessThanOrEqual(2 * DAY + HOUR)
        for (const mark of strip.marks) expect(mark >= strip.from && mark < strip.to).toBe(true)
      }),
    )
  })
})
