import type { DisplacedWords, Slot } from '../../core/dispatch'
import { displacedBy, PLAIN_BENCH } from '../../core/work'
import { benchesOf, deskOrder, flexibleOf } from './benchWork'
import type { Reading } from './reading'
import { unseenOf } from './sight'

/** So many tickets of each bench are put in order, those that fall due first. */
const MOST = 200

interface Placed {
  /** Number of the ticket of what is placed. */
  reference: number
  now: number
  /** So far it is looked ahead. */
  until: number
  /** The fixed time by which it stands somewhere already. */
  stands: number | undefined
}

/**
 * What each of some places would do to the work on the bench of whoever it is with, by the person.
 * @param caller whoever reads it: what is out of their reach is only counted
 */
export async function displacedIn(
  desk: Reading,
  caller: { id: string },
  slots: readonly Slot[],
  { reference, now, until, stands }: Placed,
): Promise<Map<string, DisplacedWords>> {
  const [directory, { design }] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const keys = design.desk.bench ?? PLAIN_BENCH
  const people = slots.flatMap(({ hand }) => directory.people.get(hand) ?? [])
  if (!people.length) return new Map()
  const benches = await benchesOf(desk, people, { now, most: MOST })
  const found = slots.flatMap(({ hand, start, end, way }) => {
    const bench = benches.find((one) => one.person.id === hand)
    if (!bench) return []
    // Where it stands now it is no obstacle.
    const fixed = bench.fixed.filter((one) => one.reference !== reference || one.id !== stands)
    const order = (more: Parameters<typeof flexibleOf>[3]) =>
      deskOrder(flexibleOf({ ...bench, fixed }, keys, now, more), keys, until)
    const taken = { from: start - way, to: end, reference }
    return [{ hand, ...displacedBy(order([]), order([taken]), taken) }]
  })
  const all = found.flatMap(({ moved, broken }) => [...moved, ...broken])
  const unseen = new Set(await unseenOf(desk, caller, [...new Set(all)]))
  const numbered = (references: readonly number[]) => ({
    seen: references.filter((one) => !unseen.has(one)),
    hidden: references.filter((one) => unseen.has(one)).length,
  })
  return new Map(
    found.map(({ hand, moved, broken }) => [hand, { moved: numbered(moved), broken: numbered(broken) }]),
  )
}
