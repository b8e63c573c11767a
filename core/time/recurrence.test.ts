import fc from 'fast-check'
import rrule from 'rrule'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { DAY } from './instant'
import { daysOfRule, lastDayOfRule, parseYearlyRule } from './recurrence'

const dayOf = (date: string) => Date.parse(date) / DAY
const dateOf = (day: number) => new Date(day * DAY).toISOString().slice(0, 10)
const expand = (text: string, first: string, from: string, end: string) =>
  daysOfRule(parseYearlyRule(text), dayOf(first), dayOf(from), dayOf(end)).map(dateOf)

describe('yearly rules', () => {
  it('name England’s spring bank holidays: the first and last Monday of May', () => {
    // 2026 as date-holidays 3.37 lists it; the other years by the same law (Banking and Financial Dealings Act 1971).
    expect(expand('FREQ=YEARLY;BYMONTH=5;BYDAY=1MO,-1MO', '2024-05-06', '2026-01-01', '2028-01-01')).toEqual([
      '2026-05-04',
      '2026-05-25',
      '2027-05-03',
      '2027-05-31',
    ])
  })

  it('agree with the examples of RFC 5545 §3.8.5.3', () => {
    // “Everyday in January, for 3 years” and “every other year on January, February, and March for 10 occurrences”
    expect(
      expand(
        'FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3;BYMONTHDAY=10',
        '1997-03-10',
        '1997-01-01',
        '2010-01-01',
      ),
    ).toEqual([
      '1997-03-10',
      '1999-01-10',
      '1999-02-10',
      '1999-03-10',
      '2001-01-10',
      '2001-02-10',
      '2001-03-10',
      '2003-01-10',
      '2003-02-10',
      '2003-03-10',
    ])
    // “Every 20th Monday of the year, forever”
    expect(expand('FREQ=YEARLY;BYDAY=20MO', '1997-05-19', '1997-01-01', '2000-01-01')).toEqual([
      '1997-05-19',
      '1998-05-18',
      '1999-05-17',
    ])
    // “Every Thursday, but only during June, July, and August”: its first ones
    expect(expand('FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8', '1997-06-05', '1997-06-01', '1997-06-27')).toEqual([
      '1997-06-05',
      '1997-06-12',
      '1997-06-19',
      '1997-06-26',
    ])
  })

  it('fall on 29 February only where there is one, and on Friday the 13th', () => {
    expect(expand('FREQ=YEARLY', '2024-02-29', '2024-01-01', '2034-01-01')).toEqual([
      '2024-02-29',
      '2028-02-29',
      '2032-02-29',
    ])
    expect(expand('FREQ=YEARLY;BYDAY=FR;BYMONTHDAY=13', '2026-01-01', '2026-01-01', '2027-01-01')).toEqual([
      '2026-02-13',
      '2026-03-13',
      '2026-11-13',
    ])
  })

  it('expand as the library rrule expands them', () => {
    // The library takes “MO,1MO” for days that are both; RFC 5545 lists days that are either, so they are not mixed here.
    const name = fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU')
    const nth = fc.constantFrom('1', '2', '4', '-1', '-2')
    const weekdays = fc.oneof(
      fc.uniqueArray(name, { maxLength: 3 }),
      fc.uniqueArray(
        fc.tuple(nth, name).map((one) => one.join('')),
        { maxLength: 3 },
      ),
    )
    const some = <T>(one: fc.Arbitrary<T>) => fc.uniqueArray(one, { maxLength: 3 })
    const part = (name: string, list: unknown[]) => (list.length ? `;${name}=${list.join(',')}` : '')
    const rule = fc.record({
      interval: fc.integer({ min: 1, max: 3 }),
      months: some(fc.integer({ min: 1, max: 12 })),
      monthDays: some(fc.constantFrom(1, 2, 13, 28, 29, 30, 31, -1, -3)),
      weekdays,
      count: fc.option(fc.integer({ min: 1, max: 30 }), { nil: undefined }),
    })
    fc.assert(
      fc.property(rule, fc.integer({ min: dayOf('2020-01-01'), max: dayOf('2027-12-31') }), (one, first) => {
        const text =
          `FREQ=YEARLY;INTERVAL=${one.interval}` +
          part('BYMONTH', one.months) +
          part('BYMONTHDAY', one.monthDays) +
          part('BYDAY', one.weekdays) +
          (one.count ? `;COUNT=${one.count}` : '')
        const yearly = parseYearlyRule(text)
        // Through a rule that fits no day the library goes until the year 9999, which takes it a third of a second: it is
        // asked about one in ten of those that fit none in sixty years.
        if (first % 10 && !daysOfRule(yearly, first, first, first + 60 * 366).length) return
        const theirs = new rrule.RRule({
          ...rrule.RRule.parseString(text),
          dtstart: new Date(first * DAY),
        }).between(new Date(first * DAY), new Date(dayOf('2031-01-01') * DAY - 1), true)
        const ours = daysOfRule(yearly, first, first, dayOf('2031-01-01'))
        expect(ours.map(dateOf), text).toEqual(theirs.map((at) => at.toISOString().slice(0, 10)))
      }),
      runs(300),
    )
  })

  it('end with COUNT or UNTIL', () => {
    const last = (text: string) => lastDayOfRule(parseYearlyRule(text), dayOf('2026-12-25'))
    expect(last('FREQ=YEARLY;COUNT=3')).toBe(dayOf('2028-12-25'))
    expect(last('FREQ=YEARLY;UNTIL=20301224')).toBe(dayOf('2030-12-24'))
    expect(last('FREQ=YEARLY')).toBeUndefined()
  })

  it.each([
    ['FREQ=WEEKLY', 'begins with FREQ=YEARLY'],
    ['FREQ=YEARLY;BYMONTH=13', 'BYMONTH=13'],
    ['FREQ=YEARLY;BYMONTHDAY=0', 'BYMONTHDAY=0'],
    ['FREQ=YEARLY;BYDAY=XX', 'BYDAY=XX'],
    ['FREQ=YEARLY;BYHOUR=3', 'BYHOUR is not understood'],
    ['FREQ=YEARLY;UNTIL=soon', 'UNTIL=soon'],
    ['', 'is not understood'],
  ])('refuse “%s” and say why', (text, reason) => {
    expect(() => parseYearlyRule(text)).toThrow(reason)
  })
})
