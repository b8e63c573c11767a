import { grouped } from '../../core/lookup'
import { DAY, type Interval } from '../../core/time'
import { PLAIN_BENCH, type Slot } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import { benchesOf, deskOrder, flexibleOf, type Bench } from './benchWork'
import { daysFrom } from './dispatch'
import { canBeSent } from './hands'
import type { OnBench } from './onBench'
import type { Reading } from './reading'
import { unseenOf } from './sight'

// What people do beside their fixed times: what they worked on, and what they will as their benches order it.

/** So many tickets of each bench are put in order, those that fall due first; nobody does more in two weeks. */
const MOST = 150
/** So many time records are shown at most, the latest. */
const MOST_RECORDS = 5_000

/** A time of somebody's in which they work on something that has no fixed time. */
interface Stretch extends Interval {
  /** Numbers of the tickets, in their order. */
  references: number[]
  /** Whether a promise is broken by then. */
  late: boolean
}

/**
 * What people do on some days beside their fixed times.
 * @param day as ISO 8601 writes it, in the zone of the desk; today if left out
 */
export async function workOnBoard(
  desk: Reading,
  caller: { id: string },
  { day, days }: { day?: string; days: number },
) {
  const now = deskNow()
  const [directory, { design }] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const span = daysFrom(day, days, design.desk.zone, now)
  const people = [...directory.people.values()].filter((one) => canBeSent(directory, one))
  const [benches, records] = await Promise.all([
    span.end > now ? benchesOf(desk, people, { now, most: MOST }) : [],
    recordsIn(
      desk,
      people.map((one) => one.id),
      span,
    ),
  ])
  const keys = design.desk.bench ?? PLAIN_BENCH
  const planned = new Map(
    benches.map((bench) => [bench.person.id, plannedOf(bench, keys, { now, span })] as const),
  )
  const all = [...records.values(), ...planned.values()].flat()
  const unseen = new Set(await unseenOf(desk, caller, [...new Set(all.flatMap((one) => one.references))]))
  // Of many days it is only shown how full they are.
  const shown = (list: Stretch[] = []) =>
    (days > 1 ? joinedUp(list) : list).map(({ references, ...at }) => ({
      ...at,
      references: references.filter((one) => !unseen.has(one)),
      hidden: references.filter((one) => unseen.has(one)).length,
    }))
  return {
    people: people.map(({ id }) => ({
      ...{ id, worked: shown(records.get(id)), planned: shown(planned.get(id)) },
    })),
  }
}

function plannedOf(
  bench: Bench,
  keys: Parameters<typeof deskOrder>[1],
  { now, span }: { now: number; span: Interval },
): Stretch[] {
  const flexible = flexibleOf(bench, keys, now)
  return deskOrder(flexible, keys, span.end).flatMap((slot: Slot<OnBench>) =>
    [...flexible.free.pieces(Math.max(slot.from, span.start), Math.min(slot.to, span.end))].map((piece) => ({
      ...{ start: piece.from, end: piece.to, references: [slot.work.reference] },
      late: slot.broken.length > 0,
    })),
  )
}

async function recordsIn(desk: Reading, people: readonly string[], { start, end }: Interval) {
  if (!people.length) return new Map<string, Stretch[]>()
  const rows = await desk.db
    .selectFrom('time_record')
    .select(['reference', 'person', 'starts', 'ends'])
    .where('person', 'in', people)
    .where('starts', '<', end)
    // No record covers more than a day.
    .where('starts', '>', start - DAY)
    .where('ends', '>', start)
    .orderBy('starts', 'desc')
    .limit(MOST_RECORDS)
    .execute()
  const found = rows.reverse().map(({ reference, person, starts, ends }) => ({
    person,
    stretch: { start: starts, end: ends, references: [reference], late: false },
  }))
  return new Map(
    [...grouped(found, (one) => one.person)].map(([id, list]) => [id, list.map((one) => one.stretch)]),
  )
}

/** Stretches that touch each other are one. @param list by their beginnings */
function joinedUp(list: readonly Stretch[]): Stretch[] {
  const joined: Stretch[] = []
  for (const one of list) {
    const last = joined.at(-1)
    if (last && one.start <= last.end) {
      last.end = Math.max(last.end, one.end)
      last.references = [...new Set([...last.references, ...one.references])]
      last.late ||= one.late
    } else joined.push({ ...one })
  }
  return joined
}
