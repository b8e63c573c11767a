import type { Design } from '~~/core/design'

export type Names = Record<string, { value: string; label: string }[]>

export interface DirectoryPage {
  people: {
    id: string
    name: string
    mail: string
    role: string
    active: boolean
    teams: string[]
    organisation?: string
    site?: string
  }[]
  teams: { id: string; name: string; lead?: string }[]
  sites: { id: string; name: string; zone: string; organisation: string; calendar: string }[]
  organisations: { id: string; name: string }[]
  agreements: {
    number: number
    organisation: string
    cover: string
    starts: number
    ends: number
    calendar?: string
  }[]
}

/** The values that facts of a design may have, with their names: for choosing. */
export function namesOf(design: Design, directory: DirectoryPage): Names {
  const named = (list: { id: string; name: string }[]) =>
    list.map(({ id, name }) => ({ value: id, label: name }))
  const path = (id: string) =>
    id
      .split('/')
      .map(
        (_, index, parts) =>
          design.categories.find((one) => one.id === parts.slice(0, index + 1).join('/'))?.name ?? '?',
      )
      .join(' › ')
  return {
    category: design.categories.map(({ id }) => ({ value: id, label: path(id) })),
    item: named(design.items),
    kind: named(design.kinds),
    queue: named(design.queues),
    portal: named(design.portals),
    priority: design.priorities.map((one) => ({ value: one.id, label: `${one.numeral} ${one.name}` })),
    site: named(directory.sites),
    organisation: named(directory.organisations),
    team: named(directory.teams),
    technician: named(directory.people.filter((one) => one.role !== 'requester')),
    status: [
      ...new Map(design.kinds.flatMap((kind) => kind.statuses).map((one) => [one.id, one])).values(),
    ].map(({ id, name }) => ({ value: id, label: name })),
    statusGroup: ['new', 'active', 'waiting', 'done'].map((value) => ({ value, label: value })),
    cover: ['Round the clock', 'Office hours', 'Pay per job'].map((value) => ({ value, label: value })),
  }
}
