import type { Calendar } from '../../time'
import type { Design } from '../design'
import type { Directory } from '../directory'

/**
 * The hours in which sites and agreements of a directory count and that a design from elsewhere does not have: they come
 * along with it, with those on which they build.
 * @param own the design in which the directory has them
 */
export function hoursToKeep(design: Design, own: Design, directory: Directory): Calendar[] {
  const there = new Set(design.calendars.map((one) => one.id))
  const ours = new Map(own.calendars.map((one) => [one.id, one]))
  const kept = new Map<string, Calendar>()
  const keep = (id: string | undefined) => {
    const calendar = id === undefined || there.has(id) || kept.has(id) ? undefined : ours.get(id)
    if (!calendar) return
    kept.set(calendar.id, calendar)
    keep(calendar.buildsOn)
  }
  for (const one of directory.sites.values()) if (one.active !== false) keep(one.calendar)
  for (const one of directory.agreements) keep(one.calendar)
  return [...kept.values()]
}
