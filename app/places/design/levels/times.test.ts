import { describe, expect, it } from 'vitest'
import { areTimes, timeRead, timeShown, withTimes } from './times'

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

describe('times for several places at once', () => {
  const targets = ['respond', 'resolve'].map((target) => ({
    ...{ target, label: target, granted: { p1: 'PT1H' }, calendar: 'site' as const },
    ...{ pauseIn: [], stopOn: 'done' as const },
  }))
  const granted = (text: string, from = { target: 0, priority: 0 }) =>
    withTimes(targets, ['p1', 'p2', 'p3'], from, text).map((one) => one.granted)

  it('are told from one by what stands between them', () => {
    expect(areTimes('2 h 30 min\n')).toBe(false)
    expect(areTimes('2:00\t4:00')).toBe(true)
    expect(areTimes('2:00; 4:00')).toBe(true)
  })

  it('go to the right and down, as they lie in a sheet', () => {
    expect(granted('0:15\t1\t\r\n4 h\t8:00\t2 h 30 min\r\n')).toEqual([
      { p1: 'PT15M', p2: 'PT1H' },
      { p1: 'PT4H', p2: 'PT8H', p3: 'PT2H30M' },
    ])
    expect(granted('2;;4', { target: 1, priority: 0 })[1]).toEqual({ p1: 'PT2H', p3: 'PT4H' })
  })

  it('are refused as a whole where one has no place or cannot be read', () => {
    expect(() => granted('1; 2', { target: 1, priority: 2 })).toThrow('no place for “2”')
    expect(() => granted('1\n2', { target: 1, priority: 0 })).toThrow('no place for “2”')
    expect(() => granted('1; soon')).toThrow('such as 2:00')
    expect(targets[0]!.granted).toEqual({ p1: 'PT1H' })
  })
})
