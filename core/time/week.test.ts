import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { checkCalendar, ROUND_THE_CLOCK, weekly, type WeeklySpan } from './calendar'
import { minutesOfWeek, paintWeek, parseWeek, weekInWords } from './week'

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

describe('a week in words', () => {
  const times = fc
    .integer({ min: 0, max: 47 })
    .map((half) => `${String(Math.floor(half / 2)).padStart(2, '0')}:${half % 2 ? '30' : '00'}`)
  const spans = fc.uniqueArray(fc.record({ day: fc.integer({ min: 1, max: 7 }), from: times, to: times }), {
    selector: ({ day, from }) => `${day} ${from}`,
    maxLength: 12,
  })

  it('is read back as it was written', () => {
    fc.assert(
      fc.property(spans, (week) => {
        const words = weekInWords(week)
        const read = parseWeek(words)
        expect(minutesOfWeek(read)).toEqual(minutesOfWeek(week))
        expect(weekInWords(read)).toBe(words)
      }),
      runs(200),
    )
  })

  it.each([
    ['mon-fri 9:00-17:00', 'Mon–Fri 09:00–17:00'],
    [
      'Monday to Wednesday 09:00 to 12:00, 13:00–17:00; Sat 10:00–12:00',
      'Mon–Wed 09:00–12:00, 13:00–17:00; Sat 10:00–12:00',
    ],
    ['Sat–Mon 20:00–06:00', 'Mon 20:00–06:00; Sat, Sun 20:00–06:00'],
    ['Mon, Wed 08:00–12:00', 'Mon 08:00–12:00; Wed 08:00–12:00'],
    ['  ', 'never open'],
    ['Always open', 'always open'],
  ])('%j is %j', (text, words) => expect(weekInWords(parseWeek(text))).toBe(words))

  it.each([
    'Mon',
    'Someday 09:00–17:00',
    'Mon 9–17',
    'Mon 25:00–26:00',
    '09:00–17:00',
    'Mon 09:00–17:00 Tue',
  ])('%j is refused with how to write it', (text) => expect(() => parseWeek(text)).toThrow(/write it like/))
})
