import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { checkCalendar, ROUND_THE_CLOCK, weekly, type WeeklySpan } from './calendar'
import { minutesOfWeek, paintWeek, weekInWords } from './week'

const isOpen = (week: WeeklySpan[], minute: number) =>
  minutesOfWeek(week).some((one) => one.start <= minute && minute < one.end)

describe('painting a week', () => {
  it('opens and shuts what is painted and leaves every other minute as it was', () => {
    const stroke = fc.record({
      day: fc.integer({ min: 1, max: 7 }),
      from: fc.integer({ min: 0, max: 1439 }),
      length: fc.integer({ min: 1, max: 700 }),
      open: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(stroke, { maxLength: 8 }), stroke, (strokes, last) => {
        const paint = (week: WeeklySpan[], { day, from, length, open }: typeof last) =>
          paintWeek(week, day, from, Math.min(1440, from + length), open)
        const before = strokes.reduce(paint, [])
        const after = paint(before, last)
        const start = (last.day - 1) * 1440 + last.from
        const end = Math.min(last.day * 1440, start + last.length)
        const wrong: number[] = []
        for (let minute = 0; minute < 7 * 1440; minute += 7) {
          const wanted = minute >= start && minute < end ? last.open : isOpen(before, minute)
          if (isOpen(after, minute) !== wanted) wrong.push(minute)
        }
        expect(wrong).toEqual([])
        expect(checkCalendar({ id: 'x', name: 'x', zone: 'UTC', week: after, exceptions: [] })).toEqual([])
      }),
      runs(60),
    )
  })

  it('keeps hours over midnight and over the end of the week', () => {
    const night: WeeklySpan[] = [{ day: 7, from: '22:00', to: '06:00' }]
    expect(paintWeek(night, 1, 120, 180, false)).toEqual([
      { day: 1, from: '00:00', to: '02:00' },
      { day: 1, from: '03:00', to: '06:00' },
      { day: 7, from: '22:00', to: '24:00' },
    ])
  })

  it.each<[WeeklySpan[], string]>([
    [weekly([1, 2, 3, 4, 5], '09:00', '17:00'), 'Mon–Fri 09:00–17:00'],
    [
      [...weekly([1, 2], '09:00', '17:00'), ...weekly([4], '10:00', '12:00')],
      'Mon, Tue 09:00–17:00; Thu 10:00–12:00',
    ],
    [[...weekly([3], '13:00', '17:00'), ...weekly([3], '08:00', '12:00')], 'Wed 08:00–12:00, 13:00–17:00'],
    [ROUND_THE_CLOCK, 'always open'],
    [[], 'never open'],
  ])('is said in words: %o', (week, words) => {
    expect(weekInWords(week)).toBe(words)
  })
})
