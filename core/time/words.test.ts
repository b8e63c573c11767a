import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { durationInWords, HOUR, MINUTE } from './instant'
import { dayAndMonth, isoDate, isoTime, momentInWords, parseMoment, timeOfDay, weekdayAndTime } from './words'

const at = Date.parse('2026-11-16T10:42Z')
const ZONES = ['Europe/London', 'Europe/Oslo', 'Atlantic/Reykjavik', 'America/Halifax', 'Asia/Kolkata']
const instant = fc.integer({ min: Date.parse('2000-01-01'), max: Date.parse('2060-01-01') })

describe('moments in words', () => {
  it('are as short as stays clear', () => {
    expect(momentInWords(at + HOUR, 'Europe/Oslo', at)).toBe('12:42')
    expect(momentInWords(at + 30 * HOUR, 'Europe/Oslo', at)).toBe('Tue 17:42')
    expect(momentInWords(at + 24 * 30 * HOUR, 'Europe/Oslo', at)).toBe('16 Dec 2026 11:42')
    expect([timeOfDay(at, 'America/Halifax'), weekdayAndTime(at, 'Asia/Kolkata')]).toEqual([
      '06:42',
      'Mon 16:12',
    ])
    expect([dayAndMonth(at, 'UTC'), isoDate(at, 'UTC')]).toEqual(['16 Nov 2026', '2026-11-16'])
  })

  it('in ISO 8601 agree with luxon, and are read back as the same instant in any zone', () => {
    fc.assert(
      fc.property(instant, fc.constantFrom(...ZONES), (moment, zone) => {
        const second = Math.floor(moment / 1000) * 1000
        const text = isoTime(second, zone)
        expect(text).toBe(
          DateTime.fromMillis(second, { zone })
            .toISO({ suppressMilliseconds: true, includeOffset: true })!
            .replace('Z', '+00:00'),
        )
        expect(parseMoment(text, 'UTC')).toBe(second)
        // Without the offset it is local time, which is the same but for the hour that occurs twice.
        const local = parseMoment(text.slice(0, 19), zone)
        expect([0, -HOUR]).toContain(local - second)
      }),
    )
  })

  it.each(['', 'now', '2026-13-01', '2026-02-30', '2026-02-28T25:00', '2026-11-16T10', '16.11.2026'])(
    'refuse “%s”',
    (text) => {
      expect(() => parseMoment(text, 'UTC')).toThrow('is not a moment')
    },
  )

  it('of lengths say hours and minutes', () => {
    expect([0, MINUTE, HOUR, 2 * HOUR + 30 * MINUTE].map(durationInWords)).toEqual([
      '0 minutes',
      '1 minute',
      '1 hour',
      '2 hours 30 minutes',
    ])
  })
})
