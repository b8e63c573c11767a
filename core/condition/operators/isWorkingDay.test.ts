import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { CalendarTime, weekly, WorkingDays, type Calendar } from '../../time'
import { CALENDARS, failures, holds, inWords, type Condition, type FactValue } from '..'

const office: Calendar = {
  id: 'office',
  name: 'Office hours',
  zone: 'Europe/Oslo',
  week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  exceptions: [
    { date: '2020-12-25', name: 'Christmas Day', repeats: 'FREQ=YEARLY', shut: 'all day' },
    { date: '2026-11-28', name: 'Stocktaking', open: [{ from: '10:00', to: '12:00' }] },
  ],
}
const days = new WorkingDays(new CalendarTime(office))
const calendars = { workingDays: (id: string) => (id === 'office' ? days : undefined) }
const ask = (calendar = 'office'): Condition => ({ fact: 'form.day', op: 'isWorkingDay', value: calendar })
const isSo = (day: FactValue, condition = ask()) =>
  holds(condition, { 'form.day': day, [CALENDARS]: calendars })

describe('is a working day of', () => {
  it.each<[FactValue, boolean, string]>([
    ['2026-11-27', true, 'a Friday'],
    ['2026-11-28', true, 'a Saturday that is open by way of exception'],
    ['2026-11-29', false, 'a Sunday'],
    ['2026-12-25', false, 'a holiday'],
    ['2026-11-29T23:30:00Z', true, 'Monday already, where the calendar is'],
    ['2026-11-30T00:30:00+02:00', false, 'still Sunday there'],
    [Date.parse('2026-11-27T12:00:00Z'), true, 'an instant that the desk noted'],
    ['1999-12-31', false, 'before the years told'],
    ['2050-01-03', false, 'after the years told'],
    ['soon', false, 'no day'],
    [['2026-11-27'], false, 'no day but a list'],
  ])('%j: %s (%s)', (day, wanted) => {
    expect(isSo(day)).toBe(wanted)
  })

  it('holds for nothing where the calendar, or all calendars, are unknown', () => {
    expect(isSo('2026-11-27', ask('gone'))).toBe(false)
    expect(holds(ask(), { 'form.day': '2026-11-27' })).toBe(false)
    expect(failures(ask(), { 'form.day': '2026-11-27' })).toHaveLength(1)
  })

  it('names the calendar in words', () => {
    const value = (fact: string, id: unknown) => (fact === 'calendar' ? 'Office hours' : String(id))
    expect(inWords(ask(), { fact: () => 'the day', value })).toBe('the day is a working day of Office hours')
  })

  // The peer reckons days with Luxon, from the week and the exceptions as they are written.
  it('is what the week and its exceptions say of any day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 18_200 }), (index) => {
        const day = DateTime.utc(2000, 1, 1).plus({ days: index })
        const isHoliday = day.month === 12 && day.day === 25 && day.year >= 2020
        const isOpen = day.toISODate() === '2026-11-28' || (day.weekday < 6 && !isHoliday)
        expect(isSo(day.toISODate())).toBe(isOpen)
        const noon = day.setZone('Europe/Oslo', { keepLocalTime: true }).set({ hour: 12 })
        expect(isSo(noon.toMillis())).toBe(isOpen)
      }),
    )
  })
})
