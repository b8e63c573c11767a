import fc from 'fast-check'
import { DateTime } from 'luxon'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { checkCalendar, flattenCalendar, ROUND_THE_CLOCK, weekly, type Calendar } from './calendar'
import { DAY, formatDuration, HOUR, hoursAndMinutes, MINUTE, parseDuration, signedBalance } from './instant'
import { difference, intersection, normalise, union } from './intervals'
import { CalendarTime } from './calendarTime'
import { CombinedTime } from './combinedTime'
import { NeverOpens } from './workingTime'
import { Zone } from './zone'

// The peer is a plugin of moment for Node; it has no types.
const moment = createRequire(import.meta.url)('moment-business-time')

const utc = (text: string) => Date.parse(text)
const office: Calendar = {
  id: 'office',
  name: 'Office',
  zone: 'Europe/London',
  week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  exceptions: [{ date: '2026-12-25', name: 'Christmas Day', shut: 'all day' }],
}
const hours = new CalendarTime(office)

describe('special days', () => {
  const yearly = {
    date: '2020-05-04',
    name: 'Early May',
    repeats: 'FREQ=YEARLY;BYMONTH=5;BYDAY=1MO',
    shut: 'all day' as const,
  }
  const opens = { date: '2026-05-04', name: 'Regatta', open: [{ from: '10:00', to: '14:00' }] }
  const openOn = (calendar: Calendar, day: string) =>
    new CalendarTime(calendar)
      .openIntervals(utc(`${day}T00:00Z`), utc(`${day}T23:59Z`))
      .map((one) => new Date(one.start).toISOString().slice(11, 16))

  it.each([
    ['its own yearly one', { ...office, exceptions: [opens, yearly] }],
    [
      'an inherited yearly one',
      flattenCalendar({ ...office, buildsOn: 'base', exceptions: [opens] }, () => ({
        ...office,
        id: 'base',
        exceptions: [yearly],
      })),
    ],
    [
      'its own yearly one, being inherited',
      flattenCalendar({ ...office, buildsOn: 'base', exceptions: [yearly] }, () => ({
        ...office,
        id: 'base',
        exceptions: [opens],
      })),
    ],
  ])('a dated one wins over %s, so that a site can open on one bank holiday', (_, calendar) => {
    expect(openOn(calendar, '2026-05-04')).toEqual(['09:00'])
    expect(openOn(calendar, '2027-05-03')).toEqual([])
  })
})

describe('zones', () => {
  it('takes the offset before a gap and the first of two equal times (RFC 5545 §3.3.5, its examples)', () => {
    const newYork = Zone.of('America/New_York')
    expect(newYork.toInstant({ year: 2007, month: 3, day: 11, hour: 2, minute: 30 })).toBe(
      utc('2007-03-11T07:30Z'),
    )
    expect(newYork.toInstant({ year: 2007, month: 11, day: 4, hour: 1, minute: 30 })).toBe(
      utc('2007-11-04T05:30Z'),
    )
  })

  it('changes where EU Directive 2000/84/EC says: 29 March and 25 October 2026, 01:00 UTC', () => {
    const oslo = Zone.of('Europe/Oslo')
    for (const change of ['2026-03-29T01:00Z', '2026-10-25T01:00Z'])
      expect(oslo.offsetAt(utc(change))).not.toBe(oslo.offsetAt(utc(change) - 1))
  })

  it('agrees with luxon at every hour round every change of the zones of the sample world, 2000–2040', () => {
    for (const name of ['Europe/London', 'Europe/Oslo', 'Atlantic/Reykjavik', 'America/Halifax']) {
      const zone = Zone.of(name)
      for (
        let at = utc('2000-01-01T00:00Z');
        at < utc('2040-01-01T00:00Z');
        at += (process.env.YARE_DEEP ? 17 : 43) * HOUR
      )
        if (zone.offsetAt(at) !== DateTime.fromMillis(at, { zone: name }).offset * MINUTE)
          expect.fail(`${name} at ${new Date(at).toISOString()}`)
    }
  })

  it('gives back the local time it was given, wherever that exists', () => {
    const zone = Zone.of('America/Halifax')
    fc.assert(
      fc.property(fc.integer({ min: utc('2000-01-01T00:00Z'), max: utc('2099-01-01T00:00Z') }), (at) => {
        const minute = Math.floor(at / MINUTE) * MINUTE
        const again = zone.toInstant(zone.toLocal(minute))
        // Where a local time occurs twice, the first is meant.
        expect([0, -HOUR]).toContain(again - minute)
      }),
    )
  })

  it('refuses a zone that does not exist, with what to write', () => {
    expect(() => Zone.of('Europe/Hallin')).toThrow('“Europe/Hallin” is not a time zone')
  })
})

describe('durations', () => {
  it('reads and writes ISO 8601', () => {
    expect(parseDuration('PT2H')).toBe(2 * HOUR)
    expect(parseDuration('P1DT30M')).toBe(DAY + 30 * MINUTE)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), (s) => {
        expect(parseDuration(formatDuration(s * 1000))).toBe(s * 1000)
      }),
    )
  })

  it.each(['', 'P', 'PT', '2h', 'P1M', 'PT-2H', 'P1DT'])('refuses “%s”', (text) => {
    expect(() => parseDuration(text)).toThrow('is not a duration')
  })

  it('writes balances as a ledger does', () => {
    expect(signedBalance(100 * MINUTE)).toBe('+1:40')
    expect(signedBalance(-25 * MINUTE)).toBe('−0:25')
    // Less than a minute over is no minute, and has no sign.
    expect([signedBalance(-20_000), signedBalance(0), signedBalance(1)]).toEqual(['0:00', '+0:00', '+0:01'])
    expect(hoursAndMinutes(59_999)).toBe('0:00')
  })
})

describe('working time', () => {
  it('logged at 12:00 with two hours round the clock is due at 14:00 (practice)', () => {
    const clock = new CalendarTime({ ...office, week: ROUND_THE_CLOCK, exceptions: [] })
    expect(clock.add(utc('2026-11-16T12:00Z'), 2 * HOUR)).toBe(utc('2026-11-16T14:00Z'))
    expect(clock.nextChange(utc('2026-11-16T12:00Z'))).toBeUndefined()
  })

  it('two hours one hour before the shift ends: one now, one in the next shift (practice)', () => {
    expect(hours.add(utc('2026-11-16T16:00Z'), 2 * HOUR)).toBe(utc('2026-11-17T10:00Z'))
  })

  it('ends at closing time rather than at the next opening', () => {
    expect(hours.add(utc('2026-11-16T16:00Z'), HOUR)).toBe(utc('2026-11-16T17:00Z'))
  })

  it('passes over week-ends and named holidays', () => {
    expect(hours.add(utc('2026-12-24T16:00Z'), 2 * HOUR)).toBe(utc('2026-12-28T10:00Z'))
    expect(hours.shutNames(utc('2026-12-24T17:00Z'), utc('2026-12-28T09:00Z'))).toEqual(['Christmas Day'])
  })

  it('counts elapsed time: a night shift over the spring gap is an hour shorter', () => {
    const night = new CalendarTime({ ...office, week: weekly([6], '20:00', '06:00'), exceptions: [] })
    expect(night.between(utc('2026-03-28T12:00Z'), utc('2026-03-29T12:00Z'))).toBe(9 * HOUR)
    expect(night.between(utc('2026-10-24T12:00Z'), utc('2026-10-25T12:00Z'))).toBe(11 * HOUR)
  })

  it('opens extra and shuts for part of a day', () => {
    const odd = new CalendarTime({
      ...office,
      exceptions: [
        { date: '2026-11-21', name: 'Stocktaking', open: [{ from: '10:00', to: '12:00' }] },
        { date: '2026-11-18', name: 'Drill', shut: [{ from: '11:00', to: '12:00' }] },
      ],
    })
    expect(odd.openIntervals(utc('2026-11-21T00:00Z'), utc('2026-11-22T00:00Z'))).toEqual([
      { start: utc('2026-11-21T10:00Z'), end: utc('2026-11-21T12:00Z') },
    ])
    expect(odd.between(utc('2026-11-18T00:00Z'), utc('2026-11-19T00:00Z'))).toBe(7 * HOUR)
  })

  it('says that a calendar without hours never opens, instead of hanging', () => {
    const never = new CalendarTime({ ...office, week: [] })
    expect(() => never.add(utc('2026-11-16T12:00Z'), HOUR)).toThrow(NeverOpens)
    expect(never.nextChange(utc('2026-11-16T12:00Z'))).toBeUndefined()
  })

  it('works far away', () => {
    expect(hours.add(utc('2001-01-01T12:00Z'), HOUR)).toBe(utc('2001-01-01T13:00Z'))
    expect(hours.add(utc('2099-06-01T12:00Z'), HOUR)).toBe(utc('2099-06-01T13:00Z'))
  })

  it('shuts on days that repeat, from the first on', () => {
    const yearly = new CalendarTime({
      ...office,
      exceptions: [
        {
          date: '2026-05-04',
          name: 'Early May',
          repeats: 'FREQ=YEARLY;BYMONTH=5;BYDAY=1MO',
          shut: 'all day',
        },
        { date: '2026-12-24', name: 'Eve', repeats: 'FREQ=YEARLY', shut: [{ from: '13:00', to: '24:00' }] },
      ],
    })
    const day = (date: string) => yearly.between(utc(`${date}T00:00Z`), utc(`${date}T00:00Z`) + DAY) / HOUR
    expect(['2025-05-05', '2026-05-04', '2027-05-03', '2050-05-02', '2050-05-03'].map(day)).toEqual([
      8, 0, 0, 0, 8,
    ])
    expect(['2026-12-24', '2099-12-24'].map(day)).toEqual([4, 4])
    expect(yearly.shutNames(utc('2040-05-01T00:00Z'), utc('2041-01-01T00:00Z'))).toEqual(['Early May', 'Eve'])
  })

  it('changes its week on a date without changing what was before', () => {
    const longer = new CalendarTime({
      ...office,
      laterWeeks: [{ from: '2026-11-18', week: weekly([1, 2, 3, 4, 5, 6, 7], '08:00', '20:00') }],
    })
    expect(longer.between(utc('2026-11-16T00:00Z'), utc('2026-11-18T00:00Z'))).toBe(16 * HOUR)
    expect(longer.between(utc('2026-11-18T00:00Z'), utc('2026-11-23T00:00Z'))).toBe(60 * HOUR)
  })

  it('builds on another calendar: its hours and holidays in the zone of the new one, with days of its own', () => {
    const island: Calendar = {
      id: 'island',
      name: 'Island',
      zone: 'Atlantic/Reykjavik',
      buildsOn: 'office',
      week: [],
      exceptions: [{ date: '2026-06-17', name: 'National day', shut: 'all day' }],
    }
    const find = (id: string) => [office, island].find((one) => one.id === id)
    const both = new CalendarTime(flattenCalendar(island, find))
    expect(both.shutNames(utc('2026-01-01T00:00Z'), utc('2027-01-01T00:00Z'))).toEqual([
      'National day',
      'Christmas Day',
    ])
    // Iceland keeps UTC all year, so nine o'clock there is ten in London's summer.
    expect(both.isOpen(utc('2026-07-01T08:30Z'))).toBe(false)
    expect(hours.isOpen(utc('2026-07-01T08:30Z'))).toBe(true)
    expect(() => flattenCalendar({ ...island, buildsOn: 'gone' }, find)).toThrow('no calendar “gone”')
    const circle = (id: string): Calendar => ({ ...office, id, buildsOn: id === 'a' ? 'b' : 'a' })
    expect(() => flattenCalendar(circle('a'), circle)).toThrow('in a circle: a → b → a')
  })

  it('shuts an exception’s own date only: the hours of the evening before that reach into it, not the next day’s', () => {
    const night = new CalendarTime({
      ...office,
      week: weekly([1, 2, 3, 4, 5, 6, 7], '22:00', '06:00'),
      exceptions: [{ date: '2026-11-18', name: 'Drill', shut: 'all day' }],
    })
    expect(night.openIntervals(utc('2026-11-17T12:00Z'), utc('2026-11-19T12:00Z'))).toEqual([
      { start: utc('2026-11-17T22:00Z'), end: utc('2026-11-18T00:00Z') },
      { start: utc('2026-11-19T00:00Z'), end: utc('2026-11-19T06:00Z') },
    ])
  })

  it('lays a technician’s shift over the service’s hours, and takes absences away', () => {
    const shift = new CalendarTime({
      ...office,
      name: 'late shift',
      week: weekly([1, 2, 3], '13:00', '21:00'),
      exceptions: [],
    })
    const absent = new CalendarTime({
      ...office,
      name: 'absences',
      week: [],
      exceptions: [{ date: '2026-11-17', name: 'Course', open: [{ from: '00:00', to: '24:00' }] }],
    })
    const both = new CombinedTime('all', [hours, shift])
    // One hour before the shift's part ends and two to go: one now, one in the next shift (practice).
    expect(both.add(utc('2026-11-16T16:00Z'), 2 * HOUR)).toBe(utc('2026-11-17T14:00Z'))
    const present = new CombinedTime('without', [both, absent])
    expect(present.add(utc('2026-11-16T16:00Z'), 2 * HOUR)).toBe(utc('2026-11-18T14:00Z'))
    const any = new CombinedTime('any', [hours, shift])
    expect(any.between(utc('2026-11-16T00:00Z'), utc('2026-11-17T00:00Z'))).toBe(12 * HOUR)
    expect(() =>
      new CombinedTime('all', [
        shift,
        new CalendarTime({ ...office, week: weekly([7], '01:00', '02:00') }),
      ]).add(utc('2026-11-16T00:00Z'), HOUR),
    ).toThrow(NeverOpens)
  })

  it('finds an opening far ahead, and does not look for ever', () => {
    const once = new CalendarTime({
      ...office,
      week: [],
      exceptions: [{ date: '2071-03-02', name: 'Comet', open: [{ from: '10:00', to: '12:00' }] }],
    })
    expect(once.add(utc('2026-11-16T12:00Z'), HOUR)).toBe(utc('2071-03-02T11:00Z'))
    expect(() => once.add(utc('2026-11-16T12:00Z'), 3 * HOUR)).toThrow(NeverOpens)
    expect(once.subtract(utc('2100-01-01T00:00Z'), HOUR)).toBe(utc('2071-03-02T11:00Z'))
    expect(() => once.subtract(utc('2026-11-16T12:00Z'), HOUR)).toThrow(NeverOpens)
  })

  it('keeps no more than some years compiled, and answers the same after that', () => {
    const fresh = new CalendarTime(office)
    const ask = () => fresh.add(utc('2026-11-16T16:00Z'), 2 * HOUR)
    const first = ask()
    for (let year = 2000; year < 2100; year += 3) fresh.add(utc(`${year}-06-01T00:00Z`), 100 * HOUR)
    expect(fresh.size.covered).toBeLessThan(30 * 366 * DAY)
    expect(ask()).toBe(first)
    // 36,525 days from a Saturday on: 5,217 whole weeks and Saturday to Thursday, so 26,089 weekdays, less one Christmas.
    expect(fresh.between(utc('2000-01-01T00:00Z'), utc('2100-01-01T00:00Z')) / HOUR / 8).toBe(26_088)
  })

  const instant = fc.integer({ min: utc('2024-01-01T00:00Z'), max: utc('2029-01-01T00:00Z') })
  const span = fc.integer({ min: 0, max: 300 * HOUR })

  it('measures what it added', () => {
    fc.assert(
      fc.property(instant, span, (from, length) => {
        expect(hours.between(from, hours.add(from, length))).toBe(length)
      }),
    )
  })

  it('goes back what it went forward: no later start leaves as much', () => {
    fc.assert(
      fc.property(instant, span, (until, length) => {
        const from = hours.subtract(until, length)
        expect(hours.between(from, until)).toBe(length)
        if (length > 0) expect(hours.between(from + 1, until)).toBeLessThan(length)
      }),
    )
  })

  it('is monotone: more time or a later start is never due earlier', () => {
    fc.assert(
      fc.property(instant, span, span, (from, length, more) => {
        expect(hours.add(from, length + more)).toBeGreaterThanOrEqual(hours.add(from, length))
        expect(hours.add(from + more, length)).toBeGreaterThanOrEqual(hours.add(from, length))
      }),
    )
  })

  it('adds in parts what it adds at once, and splitting a stretch changes no sum', () => {
    fc.assert(
      fc.property(instant, span, span, (from, a, b) => {
        expect(hours.add(hours.add(from, a), b)).toBe(hours.add(from, a + b))
        expect(hours.between(from, from + a) + hours.between(from + a, from + a + b)).toBe(
          hours.between(from, from + a + b),
        )
      }),
    )
  })

  it('gives the same whatever was asked before (the compiled stretch grows both ways)', () => {
    fc.assert(
      fc.property(instant, instant, span, (first, second, length) => {
        const fresh = new CalendarTime(office)
        fresh.between(first, first + length)
        expect(fresh.add(second, length)).toBe(hours.add(second, length))
      }),
      { numRuns: 40 },
    )
  })

  it('agrees with moment-business-time over random weeks, starts and durations, to the second', () => {
    const weekday = fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 12, max: 23 }))
    const two = (hour: number) => `${String(hour).padStart(2, '0')}:00`
    fc.assert(
      fc.property(
        fc.array(weekday, { minLength: 7, maxLength: 7 }),
        fc.integer({ min: utc('2026-06-01T00:00Z') / 1000, max: utc('2026-09-01T00:00Z') / 1000 }),
        fc.integer({ min: 1, max: 60 * 3600 }),
        (week, start, seconds) => {
          // The peer knows no zones: it is asked in UTC, with its days from Sunday.
          const local = Object.fromEntries(
            week.map(([from, to], day) => [day, [`${two(from)}:00`, `${two(to)}:00`]]),
          )
          moment.updateLocale('en', { workinghours: local, holidays: ['2026-07-14'] })
          const theirs = moment.utc(start * 1000).addWorkingTime(seconds, 'seconds')
          const ours = new CalendarTime({
            id: 'x',
            name: 'x',
            zone: 'UTC',
            week: week.map(([from, to], day) => ({ day: day || 7, from: two(from), to: two(to) })),
            exceptions: [{ date: '2026-07-14', name: 'Holiday', shut: 'all day' }],
          }).add(start * 1000, seconds * 1000)
          expect(new Date(ours).toISOString()).toBe(theirs.toISOString())
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('bad calendars', () => {
  it.each([
    [{ zone: 'Nowhere/Land' }, 'zone', 'not a time zone'],
    [{ week: [{ day: 1, from: '25:00', to: '26:00' }] }, 'week[0].from', '25:00'],
    [{ week: [{ day: 8, from: '09:00', to: '10:00' }] }, 'week[0].day', 'Monday'],
    [
      { exceptions: [{ date: '2026-02-30', name: 'x', shut: 'all day' as const }] },
      'exceptions[0].date',
      'not a date',
    ],
    [
      { exceptions: [{ date: '2026-02-20', name: 'x', open: [{ from: '12:00', to: '11:00' }] }] },
      'exceptions[0].open',
      'ends before',
    ],
    [
      {
        exceptions: [
          {
            date: '2026-02-20',
            name: 'x',
            shut: [
              { from: '10:00', to: '12:00' },
              { from: '11:00', to: '13:00' },
            ],
          },
        ],
      },
      'exceptions[0].shut',
      'overlaps',
    ],
    [{ exceptions: [{ date: '2026-02-20', name: 'x' }] }, 'exceptions[0]', 'neither shuts nor opens'],
    [
      {
        exceptions: [
          {
            date: '2026-02-20',
            name: 'x',
            shut: 'all day' as const,
            repeats: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
          },
        ],
      },
      'exceptions[0].repeats',
      'never matches',
    ],
    [{ laterWeeks: [{ from: '2026-13-01', week: [] }] }, 'laterWeeks[0].from', 'not a date'],
    [
      {
        laterWeeks: [
          { from: '2026-12-01', week: [] },
          { from: '2026-11-01', week: [] },
        ],
      },
      'laterWeeks[1].from',
      'in order',
    ],
    [
      { laterWeeks: [{ from: '2026-12-01', week: [{ day: 1, from: '9', to: '10:00' }] }] },
      'laterWeeks[0].week[0].from',
      'time of day',
    ],
    [{ week: [...weekly([1], '09:00', '12:00'), ...weekly([1], '11:00', '15:00')] }, 'week[1]', 'overlaps'],
    [{ week: [...weekly([7], '22:00', '06:00'), ...weekly([1], '05:00', '15:00')] }, 'week[1]', 'overlaps'],
  ])('are found with place and reason: %o', (change, place, message) => {
    const problems = checkCalendar({ ...office, ...change })
    expect(problems[0]).toMatchObject({ place, message: expect.stringContaining(message) })
    expect(() => new CalendarTime({ ...office, ...change })).toThrow(message)
  })
})

describe('intervals', () => {
  const list = fc
    .array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 9 })), { maxLength: 8 })
    .map((pairs) => normalise(pairs.map(([start, length]) => ({ start, end: start + length }))))
  const inside = (intervals: { start: number; end: number }[], at: number) =>
    intervals.some((one) => one.start <= at && at < one.end)

  it('mean union, intersection and difference of sets, point by point', () => {
    fc.assert(
      fc.property(list, list, (a, b) => {
        for (let at = 0; at < 70; at++) {
          expect(inside(union(a, b), at)).toBe(inside(a, at) || inside(b, at))
          expect(inside(intersection(a, b), at)).toBe(inside(a, at) && inside(b, at))
          expect(inside(difference(a, b), at)).toBe(inside(a, at) && !inside(b, at))
        }
      }),
    )
  })
})
