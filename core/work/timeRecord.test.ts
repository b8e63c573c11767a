import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MINUTE } from '../time'
import { leftToDo } from './timeRecord'

describe('how long something still takes', () => {
  it('is what was not worked yet, and never nothing', () => {
    expect(leftToDo(60 * MINUTE, 45 * MINUTE)).toBe(15 * MINUTE)
    expect(leftToDo(60 * MINUTE, 90 * MINUTE)).toBe(5 * MINUTE)
    // Of something short there is not more to do than there was.
    expect(leftToDo(2 * MINUTE, 0)).toBe(2 * MINUTE)
  })

  it('never grows while it is worked on', () => {
    const time = fc.integer({ min: 0, max: 10_000 * MINUTE })
    fc.assert(
      fc.property(time, time, time, (takes, worked, more) => {
        const [now, later] = [leftToDo(takes, worked), leftToDo(takes, worked + more)]
        expect(later).toBeLessThanOrEqual(now)
        expect(now).toBeLessThanOrEqual(takes)
      }),
    )
  })
})
