import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { DAY, HOUR } from '../time'
import { daysOf, periodOf, standingAt, yearFrom } from '.'

const ZONES = ['Europe/London', 'Europe/Oslo', 'Atlantic/Reykjavik', 'America/Halifax']
const date = fc
  .integer({ min: Date.UTC(2001, 0, 1) / DAY, max: Date.UTC(2038, 0, 1) / DAY })
  .map((day) => new Date(day * DAY).toISOString().slice(0, 10))

describe('the period of an agreement', () => {
  // One year from its start unless changed is common practice; the library luxon says which day that is.
  it('is a year less a day where nothing else is said', () => {
    expect(yearFrom('2026-03-01')).toBe('2027-02-28')
    expect(yearFrom('2027-03-01')).toBe('2028-02-29')
    expect(yearFrom('2024-02-29')).toBe('2025-02-28')
    expect(() => yearFrom('2026-02-30')).toThrow('is not a date')
    fc.assert(
      fc.property(date, (first) => {
        const wanted = DateTime.fromISO(first).plus({ years: 1 }).minus({ days: 1 })
        // A year after a leap day, luxon stays on 28 February; so do we on the last day.
        const isLeap = first.endsWith('-02-29')
        expect(yearFrom(first)).toBe((isLeap ? wanted.plus({ days: 1 }) : wanted).toISODate())
      }),
    )
  })

  it('holds both its days to the last minute in the zone of the desk, and is read back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), date, fc.nat(800), (zone, first, length) => {
        const last = DateTime.fromISO(first).plus({ days: length }).toISODate()!
        const period = periodOf({ first, last }, zone)
        expect(period.starts).toBe(DateTime.fromISO(first, { zone }).startOf('day').toMillis())
        expect(period.ends).toBe(DateTime.fromISO(last, { zone }).plus({ days: 1 }).startOf('day').toMillis())
        expect(daysOf(period, zone)).toEqual({ first, last })
      }),
    )
  })

  it('is to come, lasts and has ended', () => {
    const period = periodOf({ first: '2026-03-01', last: '2026-03-01' }, 'Europe/London')
    expect(standingAt(period, period.starts - 1)).toBe('toCome')
    expect(standingAt(period, period.starts + 23 * HOUR)).toBe('covered')
    expect(standingAt(period, period.ends)).toBe('expired')
  })
})
