import { dayNumberOf, type Calendar, type WeeklySpan } from '../time'

/** The week that holds in the end: the newest of the changes that are laid down. */
export const newestWeek = ({ week, laterWeeks = [] }: Calendar): readonly WeeklySpan[] =>
  laterWeeks[laterWeeks.length - 1]?.week ?? week

/** The week that holds on a local date. */
export function weekOn({ week, laterWeeks = [] }: Calendar, date: string): readonly WeeklySpan[] {
  const day = dayNumberOf(date)
  return laterWeeks.findLast((one) => dayNumberOf(one.from) <= day)?.week ?? week
}

/** Most changes that are kept with a shift; the oldest go, for nobody counts that far back. */
const MOST_CHANGES = 60

/**
 * Somebody's shifts with other hours from a date on. Absences stay, and so does what was before that date; changes that
 * were laid down for later days go.
 * @param from local date; without it these are the hours there ever were
 */
export function shiftWith(shift: Calendar, week: readonly WeeklySpan[], from: string | undefined): Calendar {
  if (from === undefined) {
    const { laterWeeks: _, ...others } = shift
    return { ...others, week: [...week] }
  }
  const day = dayNumberOf(from)
  const before = (shift.laterWeeks ?? []).filter((one) => dayNumberOf(one.from) < day)
  const all = [...before, { from, week: [...week] }]
  const cut = all.length - MOST_CHANGES
  return cut > 0
    ? { ...shift, week: all[cut - 1]!.week, laterWeeks: all.slice(cut) }
    : { ...shift, laterWeeks: all }
}
