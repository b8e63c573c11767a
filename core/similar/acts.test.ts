import { describe, expect, it } from 'vitest'
import { DAY, HOUR } from '../time'
import { suspectedInWords } from './words'
import { actFaults, actFor, FIRST_SUSPECTING, suspicionOf } from './acts'

const under = { from: 90, within: 'PT4H' }
const links = { from: 75, within: 'PT24H' }

describe('a new ticket that is like an open one', () => {
  it('is put under it, linked with it, or only shown', () => {
    expect(actFor({ under, links }, 0.9, HOUR)).toBe('under')
    expect(actFor({ under, links }, 0.89, HOUR)).toBe('link')
    // Too long ago to be put under it.
    expect(actFor({ under, links }, 0.95, 5 * HOUR)).toBe('link')
    expect(actFor({ under, links }, 0.95, 2 * DAY)).toBeUndefined()
    expect(actFor({ under, links }, 0.74, HOUR)).toBeUndefined()
    expect(actFor({}, 1, 0)).toBeUndefined()
    // One that was logged after it is not what it follows.
    expect(actFor({ links }, 1, -HOUR)).toBeUndefined()
  })

  it('is done with what can be: what cannot is said', () => {
    expect(actFaults({ under, links, suspects: FIRST_SUSPECTING }, 35)).toEqual([])
    expect(actFaults({ suspects: { ...FIRST_SUSPECTING, count: 0 } }, 35)).toEqual([])
    expect(actFaults({ links: { from: 30, within: 'PT1H' } }, 35)).toEqual([
      'a new ticket is linked with one from a mark between 35, where it is shown, and 100',
    ])
    expect(actFaults({ under: { from: 90, within: 'soon' } }, 35)).toEqual([
      'how near a ticket that a new one is put under must be is unclear',
    ])
    expect(actFaults({ suspects: { count: 2, within: 'P90D', odds: 1 } }, 35)).toHaveLength(3)
  })
})

describe('many of a sort', () => {
  const seen = { count: 5, within: HOUR, before: 90, span: 90 * DAY }

  it('are suspected of one cause where chance hardly brings so many', () => {
    // One a day is usual: 1/24 in an hour. Five or more by Poisson: the term for five and little more.
    const burst = suspicionOf(FIRST_SUSPECTING, seen)!
    expect(burst.usual).toBeCloseTo(1 / 24, 12)
    const five = (Math.exp(-1 / 24) * (1 / 24) ** 5) / 120
    expect(burst.chance).toBeGreaterThan(five)
    expect(burst.chance).toBeLessThan(five * 1.01)
  })

  it('are not where so many are usual, where they are too few, and where nobody wants to hear it', () => {
    expect(suspicionOf(FIRST_SUSPECTING, { ...seen, before: 90 * 24 * 4 })).toBeUndefined()
    expect(suspicionOf(FIRST_SUSPECTING, { ...seen, count: 4 })).toBeUndefined()
    expect(suspicionOf({ ...FIRST_SUSPECTING, count: 0 }, { ...seen, count: 500 })).toBeUndefined()
  })
})

describe('a suspicion in words', () => {
  it('says how many usually come, in figures that somebody reads', () => {
    const said = { count: 6, within: HOUR, chance: 1e-12, words: ['gate', 'codes'] }
    expect(suspectedInWords({ ...said, usual: 0.00093 })).toBe(
      '6 tickets like it came within 1 hour, where hardly any usually do (less than 1 in 1,000,000,000 by chance), with words such as gate and codes',
    )
    expect(suspectedInWords({ ...said, usual: 0.0412 })).toContain('where 0.041 usually do')
    expect(suspectedInWords({ ...said, usual: 1.25 })).toContain('where 1.3 usually do')
  })
})
