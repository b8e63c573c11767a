import { describe, expect, it } from 'vitest'
import { optionsOf, optionsText } from './designWords'

describe('options that are typed with commas between them', () => {
  const before = [
    { value: 'worn', label: 'Worn' },
    { value: 'lost', label: 'Lost' },
  ]

  it('come back as they were', () => {
    expect(optionsOf(optionsText(before), before)).toEqual(before)
  })

  it('keep their values, moved about or in other words', () => {
    expect(optionsOf('Lost, Worn', before)).toEqual([before[1], before[0]])
    expect(optionsOf('Worn out, Lost', before)).toEqual([{ value: 'worn', label: 'Worn out' }, before[1]])
  })

  it('get values of their own where they are new, and stand once', () => {
    expect(optionsOf('Worn, Lost, Stolen, Stolen, ', before)).toEqual([
      ...before,
      { value: 'stolen', label: 'Stolen' },
    ])
    expect(optionsOf('Worn!, worn', []).map((one) => one.value)).toEqual(['worn', 'worn-2'])
  })
})
