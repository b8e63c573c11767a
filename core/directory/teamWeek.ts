import type { CompiledDesign, Directory, Person } from '../design'
import { isAbsence } from '../design'
import { DAY, difference, isoDate, union, weekInWords, type Instant, type Interval } from '../time'
import { promisedHours } from './missing'
import { newestWeek, weekOn } from './shift'

/** How a week of a team looks: who is on shift when, and how many are there together. */
export interface TeamWeek {
  from: Instant
  to: Instant
  members: {
    id: string
    name: string
    /** The name of their role. */
    role: string
    /** When they are on shift. */
    open: Interval[]
    /** Milliseconds. */
    hours: number
    /** Dates on which they are away all day, each with why. */
    away: { date: string; name: string }[]
    /** The hours that hold on its first day, in words; null of who has none. */
    shift: string | null
    /** What is laid down for later. */
    later: { from: string; shift: string }[]
  }[]
  /** How many are there, as often as that changes. */
  together: { start: Instant; end: Instant; count: number }[]
  /** When promises count and nobody is there. */
  gaps: Interval[]
  /** What only one of them knows. */
  onlyOne: { skill: string; person: string }[]
}

/**
 * A week of a team.
 * @param from its first instant
 */
export function teamWeek(
  team: string,
  from: Instant,
  { directory, design }: { directory: Directory; design: CompiledDesign },
): TeamWeek {
  const to = from + 7 * DAY
  const people = (directory.membersOf.get(team) ?? []).filter((one) => one.active && one.role !== 'requester')
  const members = people
    .map((person) => memberOf(person, from, to, directory))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
  const present = members.map((one) => one.open).reduce(union, [])
  const promised = promisedHours(directory, design)
    .map((hours) => hours.openIntervals(from, to))
    .reduce(union, [])
  return {
    ...{ from, to, members },
    together: countsOf(
      members.map((one) => one.open),
      from,
      to,
    ),
    gaps: difference(promised, present),
    onlyOne: onlyOneKnows(people, directory),
  }
}

function memberOf(
  person: Person,
  from: Instant,
  to: Instant,
  directory: Directory,
): TeamWeek['members'][number] {
  const { id, name, role, shift } = person
  const open = directory.shiftOf(person)?.openIntervals(from, to) ?? []
  const dates = new Set(
    shift
      ? Array.from({ length: 8 }, (_, day) => isoDate(Math.min(from + day * DAY, to - 1), shift.zone))
      : [],
  )
  const words = (week: Parameters<typeof weekInWords>[0]) => (week.length ? weekInWords(week) : null)
  return {
    ...{ id, name, open },
    role: directory.roles.get(role)?.name ?? role,
    hours: open.reduce((sum, one) => sum + one.end - one.start, 0),
    away: (shift?.exceptions ?? [])
      .filter((one) => isAbsence(one) && dates.has(one.date))
      .map((one) => ({ date: one.date, name: one.name })),
    shift:
      shift && newestWeek(shift).length + shift.week.length
        ? words(weekOn(shift, isoDate(from, shift.zone)))
        : null,
    later: (shift?.laterWeeks ?? [])
      .filter((one) => shift && one.from > isoDate(from, shift.zone))
      .map((one) => ({ from: one.from, shift: weekInWords(one.week) })),
  }
}

/** How many of some intervals hold, between the moments at which that changes. */
function countsOf(all: readonly Interval[][], from: Instant, to: Instant): TeamWeek['together'] {
  const changes = new Map<Instant, number>()
  const add = (at: Instant, by: number) => changes.set(at, (changes.get(at) ?? 0) + by)
  for (const { start, end } of all.flat()) {
    add(start, 1)
    add(end, -1)
  }
  const moments = [...changes.keys()].sort((a, b) => a - b)
  const counts: TeamWeek['together'] = []
  let [start, count] = [from, 0]
  for (const at of moments) {
    if (at > start) counts.push({ start, end: at, count })
    count += changes.get(at) ?? 0
    start = at
  }
  if (start < to) counts.push({ start, end: to, count })
  return counts
}

function onlyOneKnows(people: readonly Person[], directory: Directory): TeamWeek['onlyOne'] {
  const skills = new Set(people.flatMap((one) => one.skills ?? []))
  return [...skills].flatMap((skill) => {
    const those = people.filter((one) => directory.knows(one, skill))
    return those.length === 1 && people.length > 1 ? [{ skill, person: those[0]!.id }] : []
  })
}
