import type { CompiledDesign, Directory, Person } from '../design'
import { proofread } from '../design'
import { rotaFaults } from '../ladder'
import { DAY, intersection, union, type Instant, type WorkingTime } from '../time'
import type { ListName } from './list'

/** What is looked at before a desk can open, in the order in which it is set up. */
export const OPENING_CHECKS = [
  'administrators',
  'organisations',
  'sites',
  'people',
  'teams',
  'shifts',
  'queues',
  'design',
  'portals',
  'rotas',
] as const
export type OpeningCheck = (typeof OPENING_CHECKS)[number]

/** Something that is missing; its words are made by `missing.CODE`. */
export interface Missing {
  code:
    | 'oneAdministrator'
    | 'noOrganisation'
    | 'noSite'
    | 'siteWithoutCalendar'
    | 'nobodyAsks'
    | 'personWithoutOrganisation'
    | 'noTeam'
    | 'teamOfNobody'
    | 'teamWithoutLead'
    | 'teamNeverOnShift'
    | 'deskLedByNobody'
    | 'queueOfNobody'
    | 'nameGone'
    | 'noPortal'
    | 'portalForNobody'
    | 'portalShowsNothing'
    | 'portalWithoutMailbox'
    | 'rotaGap'
  /** What it concerns, where that is a thing of the directory. */
  thing?: { list: ListName; id: string }
  /** Where it is set right, where that is in Design. */
  place?: string
  /** What its words are filled in with. */
  with: Readonly<Record<string, string | number>>
}

export interface OpeningCheckResult {
  check: OpeningCheck
  /** What is there, where nothing is missing. */
  there: Readonly<Record<string, string | number>>
  missing: Missing[]
}

/** Shifts and rotas are looked at for so long from now on. */
const AHEAD = 7 * DAY

interface Asked {
  directory: Directory
  design: CompiledDesign
  now: Instant
}

/**
 * What is still missing before a desk can open, computed from the directory and the edition in force.
 * @param now instant from which shifts and rotas are looked at, for a week
 */
export function missingBeforeOpening(
  directory: Directory,
  design: CompiledDesign,
  now: Instant,
): OpeningCheckResult[] {
  return OPENING_CHECKS.map((check) => ({ check, ...CHECKS[check]({ directory, design, now }) }))
}

type Result = Omit<OpeningCheckResult, 'check'>

const active = <T extends { active?: boolean }>(things: Iterable<T>) =>
  [...things].filter((one) => one.active !== false)
const isStaff = (one: Person) => one.active && one.role !== 'requester'
const namesOf = (things: readonly { name: string }[]) => things.map((one) => one.name).join(', ')

const CHECKS: Record<OpeningCheck, (asked: Asked) => Result> = {
  administrators: ({ directory }) => {
    const those = active(directory.people.values()).filter((one) => one.role === 'administrator')
    return {
      there: { names: namesOf(those) },
      missing: those.length > 1 ? [] : [{ code: 'oneAdministrator', with: { names: namesOf(those) } }],
    }
  },
  organisations: ({ directory }) => {
    const those = active(directory.organisations.values())
    return {
      there: { count: those.length },
      missing: those.length ? [] : [{ code: 'noOrganisation', with: {} }],
    }
  },
  sites: ({ directory, design }) => {
    const those = active(directory.sites.values())
    const without = those.filter((one) => !design.hasCalendar(one.calendar))
    return {
      there: { count: those.length },
      missing: those.length
        ? without.map((one) => ({
            code: 'siteWithoutCalendar',
            thing: { list: 'sites', id: one.id },
            with: { name: one.name, calendar: one.calendar },
          }))
        : [{ code: 'noSite', with: {} }],
    }
  },
  people: ({ directory }): Result => {
    const asking = active(directory.people.values()).filter((one) => one.role === 'requester')
    const without = asking.filter((one) => !one.organisation)
    if (!asking.length) return { there: {}, missing: [{ code: 'nobodyAsks', with: {} }] }
    return {
      there: { count: asking.length },
      missing: without.slice(0, 20).map((one) => ({
        code: 'personWithoutOrganisation',
        thing: { list: 'people', id: one.id },
        with: { name: one.name },
      })),
    }
  },
  teams,
  shifts,
  queues: ({ directory }) => {
    const those = active(directory.queues.values())
    const worked = new Set(active(directory.teams.values()).map((one) => one.id))
    return {
      there: { count: those.length },
      missing: those
        .filter((one) => !one.team || !worked.has(one.team))
        .map((one) => ({
          code: 'queueOfNobody',
          thing: { list: 'queues', id: one.id },
          with: { name: one.name },
        })),
    }
  },
  design: ({ directory, design }) => ({
    there: { edition: design.edition },
    missing: proofread(design.design, directory)
      .filter((one) => one.code === 'referenceMissing' || one.code === 'rotaMissing')
      .map(({ place, message }) => ({ code: 'nameGone', place, with: { message } })),
  }),
  portals,
  rotas: ({ directory, design, now }) => {
    const { rotas } = design.design
    const name = (id: string) => rotas.find((one) => one.id === id)?.name ?? id
    return {
      there: { count: rotas.length },
      missing: rotaFaults(rotas, now, now + AHEAD, directory.rotaFacts).flatMap((one): Missing[] =>
        one.kind === 'gap'
          ? [{ code: 'rotaGap', with: { name: name(one.rota), from: one.from, to: one.to } }]
          : [],
      ),
    }
  },
}

function membersOf(directory: Directory, team: string): Person[] {
  return (directory.membersOf.get(team) ?? []).filter(isStaff)
}

function teams({ directory }: Asked): Result {
  const those = active(directory.teams.values())
  if (!those.length) return { there: {}, missing: [{ code: 'noTeam', with: {} }] }
  // A desk for which nobody is named is every lead's; one whose leads have left has become so unawares.
  const unled = active(directory.desks.values()).filter(
    ({ leads }) => leads.length > 0 && !leads.some((one) => directory.people.get(one)?.active),
  )
  return {
    there: { count: those.length },
    missing: [
      ...unled.map(({ id, name }): Missing => ({
        ...{ code: 'deskLedByNobody', thing: { list: 'desks', id }, with: { name } },
      })),
      ...those.flatMap(({ id, name, lead }): Missing[] => {
        const about = { thing: { list: 'teams' as const, id }, with: { name } }
        if (!membersOf(directory, id).length) return [{ code: 'teamOfNobody', ...about }]
        return directory.people.get(lead ?? '')?.active ? [] : [{ code: 'teamWithoutLead', ...about }]
      }),
    ],
  }
}

/** A team of whom nobody is ever there while promises count lets every one of them run out. */
function shifts({ directory, design, now }: Asked): Result {
  const promised = promisedHours(directory, design)
    .map((hours) => hours.openIntervals(now, now + AHEAD))
    .reduce(union, [])
  const those = active(directory.teams.values()).filter((one) => membersOf(directory, one.id).length)
  return {
    there: { count: those.length },
    missing: those
      .filter(({ id }) => {
        const present = membersOf(directory, id)
          .map((one) => directory.shiftOf(one)?.openIntervals(now, now + AHEAD) ?? [])
          .reduce(union, [])
        return promised.length > 0 && intersection(present, promised).length === 0
      })
      .map(({ id, name }) => ({ code: 'teamNeverOnShift', thing: { list: 'teams', id }, with: { name } })),
  }
}

/** The hours in which the promises of an edition count, each calendar once. */
export function promisedHours(directory: Directory, design: CompiledDesign): WorkingTime[] {
  const ids = new Set<string>()
  const sites = active(directory.sites.values()).map((one) => one.calendar)
  for (const { targets } of design.design.serviceLevels)
    for (const { calendar } of targets) {
      if (typeof calendar === 'object') ids.add(calendar.calendar)
      else for (const id of sites) ids.add(id)
      if (calendar === 'agreement')
        for (const one of directory.agreements) if (one.calendar) ids.add(one.calendar)
    }
  return [...ids].filter((id) => design.hasCalendar(id)).map((id) => design.calendar(id))
}

function portals({ directory, design: { design } }: Asked): Result {
  if (!design.portals.length)
    return { there: {}, missing: [{ code: 'noPortal', place: 'portals', with: {} }] }
  const asking = active(directory.people.values())
  return {
    there: { names: namesOf(design.portals) },
    missing: design.portals.flatMap(({ id, name, organisations, groups = [], mailbox }): Missing[] => {
      const about = { place: `portals/${id}`, with: { name } }
      const isAdmitted = (one: Person) =>
        one.role === 'requester' &&
        (organisations.length === 0 || organisations.includes(one.organisation ?? ''))
      const isShown = design.items.some(
        (item) =>
          !item.retired &&
          (item.portals.length === 0 || item.portals.includes(id)) &&
          (groups.length === 0 || groups.includes(item.group)),
      )
      const faults: [boolean, Missing['code']][] = [
        [!asking.some(isAdmitted), 'portalForNobody'],
        [!isShown, 'portalShowsNothing'],
        [!mailbox.includes('@'), 'portalWithoutMailbox'],
      ]
      return faults.filter(([is]) => is).map(([, code]) => ({ code, ...about }))
    }),
  }
}
