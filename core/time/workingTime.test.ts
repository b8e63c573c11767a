import fc from 'fast-check'
import { DateTime } from 'luxon'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { checkCalendar, ROUND_THE_CLOCK, weekly, type Calendar } from './calendar'
import { DAY, formatDuration, HOUR, hoursAndMinutes, MINUTE, parseDuration, signedBalance } from './instant'
import { difference, intersection, normalise, union } from './intervals'
import { NeverOpens, WorkingTime } from './workingTime'
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
const hours = new WorkingTime(office)

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
      for (let at = utc('2000-01-01T00:00Z'); at < utc('2040-01-01T00:00Z'); at += 17 * HOUR)
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
    expect(hoursAndMinutes(59_999)).toBe('0:00')
  })
})

describe('working time', () => {
  it('logged at 12:00 with two hours round the clock is due at 14:00 (practice)', () => {
    const clock = new WorkingTime({ ...office, week: ROUND_THE_CLOCK, exceptions: [] })
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
    const night = new WorkingTime({ ...office, week: weekly([6], '20:00', '06:00'), exceptions: [] })
    expect(night.between(utc('2026-03-28T12:00Z'), utc('2026-03-29T12:00Z'))).toBe(9 * HOUR)
    expect(night.between(utc('2026-10-24T12:00Z'), utc('2026-10-25T12:00Z'))).toBe(11 * HOUR)
  })

  it('opens extra and shuts for part of a day', () => {
    const odd = new WorkingTime({
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
    const never = new WorkingTime({ ...office, week: [] })
    expect(() => never.add(utc('2026-11-16T12:00Z'), HOUR)).toThrow(NeverOpens)
    expect(never.nextChange(utc('2026-11-16T12:00Z'))).toBeUndefined()
  })

  it('works far away', () => {
    expect(hours.add(utc('2001-01-01T12:00Z'), HOUR)).toBe(utc('2001-01-01T13:00Z'))
    expect(hours.add(utc('2099-06-01T12:00Z'), HOUR)).toBe(utc('2099-06-01T13:00Z'))
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
        const fresh = new WorkingTime(office)
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
          const ours = new WorkingTime({
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
      'exceptions[0]',
      'ends before',
    ],
    [{ week: [...weekly([1], '09:00', '12:00'), ...weekly([1], '11:00', '15:00')] }, 'week[1]', 'overlaps'],
    [{ week: [...weekly([7], '22:00', '06:00'), ...weekly([1], '05:00', '15:00')] }, 'week[1]', 'overlaps'],
  ])('are found with place and reason: %o', (change, place, message) => {
    const problems = checkCalendar({ ...office, ...change })
    expect(problems[0]).toMatchObject({ place, message: expect.stringContaining(message) })
    expect(() => new WorkingTime({ ...office, ...change })).toThrow(message)
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
