import type { Design } from '~~/core/design'
import type { DirectoryPage } from './useNames'

/** Everything that counts in a calendar, in words: what a change of it touches. */
export function calendarUses(design: Design, directory: DirectoryPage, id: string): string[] {
  const sites = directory.sites.filter((one) => one.calendar === id).map((one) => `site ${one.name}`)
  const levels = design.serviceLevels
    .filter((level) =>
      level.targets.some((one) => typeof one.calendar === 'object' && one.calendar.calendar === id),
    )
    .map((level) => `service level ${level.name}`)
  const bought = directory.agreements
    .filter((one) => one.calendar === id)
    .map((one) => `agreement ${one.number}`)
  const above = design.calendars.filter((one) => one.buildsOn === id).map((one) => `calendar ${one.name}`)
  return [
    ...(design.desk.calendar === id ? ['the desk itself'] : []),
    ...sites,
    ...bought,
    ...levels,
    ...above,
  ]
}
