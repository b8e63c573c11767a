import { describe, expect, it } from 'vitest'
import { timeRead, timeShown } from './times'

describe('times that targets grant', () => {
  it.each([
    ['2:00', 'PT2H'],
    ['0:30', 'PT30M'],
    ['30 min', 'PT30M'],
    ['2 h 30 min', 'PT2H30M'],
    ['72', 'PT72H'],
    [' ', undefined],
  ])('are read from “%s”', (typed, span) => {
    expect(timeRead(typed)).toBe(span)
    expect(timeRead(timeShown(span))).toBe(span)
  })

  it('have no days, since how long one is the calendar says', () => {
    expect(() => timeRead('3 days')).toThrow('Write hours')
    expect(() => timeRead('P3D')).toThrow('Write hours')
    expect(timeShown('PT72H')).toBe('72:00')
  })

  it('are refused where they cannot be read, and shown as they are', () => {
    expect(() => timeRead('soon')).toThrow('such as 2:00')
    expect(timeShown('soon')).toBe('soon')
  })
})
