import type { CompiledDesign, Directory, Person } from '../design'
import type { Instant } from '../time'
import { assign, onShift, sharingOf, type Assigning, type Sharing, type Workloads } from './assignment'
import { becauseOf, type Sorted } from './because'
import { spread, type Taker } from './spread'
import { oneAt } from '../lookup'

/** One of the tickets that find somebody together. */
export interface HandOut {
  team: string
  requester: string
  /** What a technician must know. */
  skills: readonly string[]
  /** What it adds to the work of whoever takes it. */
  weight: number
  /** The edition that the ticket follows. */
  design: CompiledDesign
}

interface Handing {
  now: Instant
  work: Workloads
  /** People who are not asked, such as somebody who is away. */
  without: ReadonlySet<string>
}

interface Shared {
  index: number
  sharing: Sharing
}

/**
 * Finds somebody for each of some tickets, as the assignment of their teams says. Where a team shares its work out by
 * load, its tickets are looked at together: as many as can be find somebody, the first ones first, and the work is
 * shared out evenly; one after the other the last could stay without, since the first took the only one who knows it.
 * @param tickets the most urgent first
 * @returns for each ticket who gets it, null for nobody, and why
 */
export function handOut(
  tickets: readonly HandOut[],
  handing: Handing,
  directory: Directory,
): Sorted<string | null>[] {
  const work = copyOf(handing.work)
  const askFor = ({ team, requester, skills }: HandOut): Assigning => ({
    ...{ team, requester, skills, work },
    ...{ now: handing.now, without: handing.without },
  })
  const results: Sorted<string | null>[] = []
  const give = (index: number, result: Sorted<string | null>) => {
    results[index] = result
    if (result.value !== null) work.took(result.value, oneAt(tickets, index).weight, handing.now)
  }
  const byItself = (index: number) =>
    give(index, assign(askFor(oneAt(tickets, index)), oneAt(tickets, index).design, directory))

  const shared: Shared[] = []
  tickets.forEach((ticket, index) => {
    const sharing = sharingOf(askFor(ticket), ticket.design, directory)
    if (sharing) shared.push({ index, sharing })
    else byItself(index)
  })
  for (const isWeighed of [false, true]) {
    const some = shared.filter((one) => one.sharing.isWeighed === isWeighed)
    const mean = some.reduce((sum, { index }) => sum + oneAt(tickets, index).weight, 0) / (some.length || 1)
    const takers = takersOf(some, isWeighed ? work.weights : work.openCounts, work.openCounts)
    // By name, so that of two who have the same it is always the same one.
    const toSpread = some.map(({ sharing }) => ({ who: sharing.people.map((one) => one.id).sort() }))
    const placed = spread(toSpread, takers, isWeighed ? mean : 1)
    some.forEach(({ index, sharing }, at) => {
      const person = directory.people.get(placed[at] ?? '')
      // Whoever is left over may still be somebody's by the ways that the team tries after this one.
      if (!person) return byItself(index)
      const open = (work.openCounts.get(person.id) ?? 0) + 1
      give(
        index,
        sharedOut(person, open, sharing, oneAt(tickets, index).design, { directory, now: handing.now }),
      )
    })
  }
  return results
}

function sharedOut(
  person: Person,
  open: number,
  { tried, leftOut }: Sharing,
  design: CompiledDesign,
  at: { directory: Directory; now: Instant },
): Sorted<string> {
  const because = becauseOf(design, [...tried, { is: 'sharedOut', ...onShift(at, person), open }], leftOut)
  return { value: person.id, because }
}

/** Everybody among whom some tickets are shared out, with what they have and how much more they may get. */
function takersOf(
  shared: readonly Shared[],
  loads: ReadonlyMap<string, number>,
  open: ReadonlyMap<string, number>,
): Taker[] {
  const people = new Map<string, { person: Person; limit: number }>()
  for (const { sharing } of shared)
    for (const person of sharing.people) {
      const limit = Math.min(people.get(person.id)?.limit ?? Infinity, sharing.limit)
      people.set(person.id, { person, limit })
    }
  const all = [...people.values()]
  const isShared = all.every(({ person }) => person.capacity)
  return all.map(({ person: { id, capacity }, limit }) => ({
    person: id,
    load: loads.get(id) ?? 0,
    room: Math.min(capacity ?? Infinity, limit) - (open.get(id) ?? 0),
    ...(isShared && capacity && { capacity }),
  }))
}

/** What people have on their hands, kept up to date with what they are given. */
function copyOf({ openCounts, weights, newest, lastOf }: Workloads) {
  const counts = new Map(openCounts)
  const heavy = new Map(weights)
  const last = new Map(newest)
  return {
    ...{ openCounts: counts, weights: heavy, newest: last, lastOf },
    took(person: string, weight: number, now: Instant) {
      counts.set(person, (counts.get(person) ?? 0) + 1)
      heavy.set(person, (heavy.get(person) ?? 0) + weight)
      last.set(person, now)
    },
  }
}
