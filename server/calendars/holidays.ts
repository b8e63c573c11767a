import Holidays, { type HolidaysTypes } from 'date-holidays'
import { Refused } from '../../core/ticket'
import { DAY, dayNumberOf, HOUR, isoDate, type CalendarException } from '../../core/time'

/** Countries by code, with their names in English, for choosing. */
export function countries(): { id: string; name: string }[] {
  const all = new Holidays().getCountries('en') as Record<string, string>
  return named(all)
}

/** The regions of a country, by code. */
export function regions(country: string): { id: string; name: string }[] {
  return named((new Holidays().getStates(country, 'en') as Record<string, string> | undefined) ?? {})
}

function named(list: Record<string, string>): { id: string; name: string }[] {
  return Object.entries(list)
    .map(([id, name]) => ({ id, name }))
    .sort((a, b) => a.name.localeCompare(b.name))
}

/**
 * The public holidays of a country (and region) as days that are shut, in order.
 * @throws Refused when the country or region is not known
 */
export function publicHolidays(
  country: string,
  region: string | undefined,
  years: number[],
): CalendarException[] {
  const book = new Holidays()
  if (!book.getCountries('en')?.[country])
    throw new Refused('invalid', 'There is no such country.', [
      { field: 'country', message: `“${country}” is not in the list; choose another` },
    ])
  if (region && !regions(country).some((one) => one.id === region))
    throw new Refused('invalid', 'There is no such region.', [
      { field: 'region', message: `“${region}” is not a region of ${country}; choose another` },
    ])
  book.init({ country, ...(region && { state: region }) } as never)
  return years.flatMap((year) => {
    const list = book.getHolidays(year, 'en').filter((one) => one.type === 'public')
    // A day moved because it falls on a week-end is listed on both days; both are shut.
    return list.flatMap(daysOf)
  })
}

/** The days of a holiday: it may last several, or begin at an hour of one. */
function daysOf({ date, name, start, end }: HolidaysTypes.Holiday): CalendarException[] {
  const hours = Math.round((end.getTime() - start.getTime()) / HOUR)
  const [day, from] = [dayNumberOf(date.slice(0, 10)), date.slice(11, 16)]
  if (from !== '' && from !== '00:00')
    return [{ date: date.slice(0, 10), name, shut: [{ from, to: '24:00' }] }]
  const days = Math.max(1, Math.round(hours / 24))
  return Array.from({ length: days }, (_, after) => ({
    ...{ date: isoDate((day + after) * DAY, 'UTC'), name, shut: 'all day' as const },
  }))
}
