import Holidays from 'date-holidays'
import { describe, expect, it } from 'vitest'
import { CalendarTime, DAY, isoDate, weekly, Zone, type Calendar } from '../../core/time'
import { publicHolidays } from './holidays'

const YEARS = [2026]

/** A moment of the morning and one of the afternoon of each day of a year, in a zone. */
function* moments(zone: string) {
  for (let day = Date.UTC(2026, 0, 1); day < Date.UTC(2027, 0, 1); day += DAY) {
    const [year = 0, month = 1, date = 1] = isoDate(day, 'UTC').split('-').map(Number)
    for (const hour of [10, 14])
      yield {
        at: Zone.of(zone).toInstant({ year, month, day: date, hour, minute: 30 }),
        isWeekday: ![0, 6].includes(new Date(day).getUTCDay()),
      }
  }
}

// Source: date-holidays (CHECKS.md), whose `isHoliday` says of an instant what its lists say of days.
describe('a calendar with the public holidays of a country', () => {
  it.each([
    ['GB', 'ENG', 'Europe/London'],
    ['NO', undefined, 'Europe/Oslo'],
    // The afternoon of Christmas Eve.
    ['IS', undefined, 'Atlantic/Reykjavik'],
    // Several days in a row.
    ['RO', undefined, 'Europe/Bucharest'],
  ])('is shut when date-holidays says so, and at no other hour: %s %s', (country, region, zone) => {
    const exceptions = [
      ...new Map(publicHolidays(country, region, YEARS).map((one) => [one.date, one])).values(),
    ]
    const calendar: Calendar = {
      ...{ id: 'x', name: 'x', zone, week: weekly([1, 2, 3, 4, 5], '08:00', '18:00'), exceptions },
    }
    const [time, book] = [new CalendarTime(calendar), new Holidays({ country, state: region } as never)]
    book.setTimezone(zone)
    const wrong = [...moments(zone)].filter(({ at, isWeekday }) => {
      const found = book.isHoliday(new Date(at))
      const isHoliday = Array.isArray(found) && found.some((one) => one.type === 'public')
      return time.isOpen(at) !== (isWeekday && !isHoliday)
    })
    expect(wrong.map(({ at }) => new Date(at).toISOString())).toEqual([])
  })
})
