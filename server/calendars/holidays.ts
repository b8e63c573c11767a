import Holidays from 'date-holidays'
import { Refused } from '../../core/ticket'
import type { CalendarException } from '../../core/time'

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
    return list.map((one) => ({ date: one.date.slice(0, 10), name: one.name, shut: 'all day' as const }))
  })
}
