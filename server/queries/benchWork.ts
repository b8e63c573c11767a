import { sql } from 'kysely'
import { bandOfBalance } from '../../core/clock'
import type { CompiledDesign, Person } from '../../core/design'
import { grouped, oneBy } from '../../core/lookup'
import { DAY, type WorkingTime } from '../../core/time'
import {
  benchOrder,
  FreeTime,
  joined,
  leftToDo,
  lookAhead,
  piecesOf,
  wholesOf,
  type BenchKey,
  type Slot,
} from '../../core/work'
import { planWorkOf, type OnBench, type Owed } from './onBench'
import type { Reading } from './reading'
import { leftOf, type KeptClock } from './runningClocks'

// What lies on the benches of some people, and in which order they work through it.

/** A fixed time of a bench. */
export interface BenchFixed {
  reference: number
  id: number
  person: string
  starts: number
  ends: number
  what: string
  state: string
  summary: string
}

export interface RunningTimer {
  reference: number
  summary: string
  person: string
  since: number
}

/** Somebody's work: what is flexible, what is fixed, and what they work on just now. */
export interface Bench {
  person: Person
  shift: WorkingTime | undefined
  timers: RunningTimer[]
  /** All tickets and tasks that are theirs, those with a fixed time among them. */
  work: OnBench[]
  fixed: BenchFixed[]
}

/** @param most so many tickets of each bench, those that fall due first */
export async function benchesOf(
  desk: Reading,
  people: readonly Person[],
  { now, most }: { now: number; most: number },
): Promise<Bench[]> {
  // A desk that begins has nobody who works there yet.
  if (!people.length) return []
  const directory = await desk.knowledge.directory()
  const ids = people.map((one) => one.id)
  const timers = await runningTimers(desk, ids)
  const [tickets, tasks, fixed] = await Promise.all([
    ticketsOf(desk, ids, { now, most, timers }),
    planWorkOf(desk, ids, now),
    fixedTimesOf(desk, ids, now),
  ])
  const own = [...tickets, ...tasks]
  const byPerson = <T extends { person: string }>(list: readonly T[]) => grouped(list, (one) => one.person)
  const [workOf, timersOf, fixedOf] = [byPerson(own), byPerson(timers), byPerson(fixed)]
  return people.map((person) => ({
    ...{ person, shift: directory.shiftOf(person) },
    timers: timersOf.get(person.id) ?? [],
    work: workOf.get(person.id)?.map((one) => one.work) ?? [],
    fixed: fixedOf.get(person.id) ?? [],
  }))
}

/** What of a bench is flexible, and in which time it can be done. */
export interface Flexible {
  /** What is being worked on; it comes first in whatever order. */
  first: OnBench[]
  /** The others in the order of the desk, as they lie there. */
  others: OnBench[]
  free: FreeTime
  now: number
  /** When the others can be begun. */
  begins: number
}

/** @param more what is to be fixed besides what stands there, of which ticket */
export function flexibleOf(
  { work, shift, timers, fixed }: Bench,
  keys: readonly BenchKey[],
  now: number,
  more: readonly { from: number; to: number; reference: number }[] = [],
): Flexible {
  const all = [...fixed.map(({ starts: from, ends: to, reference }) => ({ from, to, reference })), ...more]
  const free = new FreeTime(shift, all)
  const running = new Set(timers.map((one) => one.reference))
  const isRunning = (one: OnBench) => isRunningTicket(one, running)
  // What is done at a fixed time is not done before.
  const isFixed = (one: OnBench) =>
    one.task === undefined && all.some((each) => each.reference === one.reference)
  const flexible = work.filter((one) => !isFixed(one))
  const first = flexible.filter(isRunning)
  const others = benchOrder(
    flexible.filter((one) => !isRunning(one)),
    keys,
  )
  // The others are put in order for the time that is left once it is done.
  const done = lookAhead(first, free, now).at(-1)?.to ?? now
  return { first, others, free, now, begins: Number.isFinite(done) ? done : now }
}

/** The pieces of what is flexible, each owed as it is by itself. */
export const piecesToDo = ({ others, begins }: Flexible): OnBench[] =>
  others.flatMap((one) => piecesOf(one, begins).map(asOwed))

/** When what is flexible is done, in the order of the desk. @param until what begins later is left out */
export function deskOrder(flexible: Flexible, keys: readonly BenchKey[], until?: number): Slot<OnBench>[] {
  const { first, others, free, now } = flexible
  const inOrder = joined(benchOrder(piecesToDo(flexible), keys), wholesOf(others))
  return lookAhead([...first, ...inOrder], free, now, until)
}

/** Whether its timer runs, which never does for a task alone. */
export const isRunningTicket = ({ task, reference }: OnBench, running: ReadonlySet<number>) =>
  task === undefined && running.has(reference)

/** A piece stands where its own promise puts it. */
function asOwed(piece: OnBench): OnBench {
  if (!piece.part) return piece
  const owed = piece.part === 'answer' ? piece.answer : piece.solution
  // Once it is answered nothing may be owed any more.
  if (!owed) return { ...piece, band: 'fine', balance: undefined, dueAt: undefined }
  const { band, left: balance, due: dueAt } = owed
  return { ...piece, band, balance, dueAt }
}

interface Working {
  now: number
  most: number
  timers: readonly { reference: number; since: number }[]
}

/** What was worked on tickets so far, by whomever, in milliseconds; a timer that runs counts with what it has. */
async function workedOn(desk: Reading, references: number[], { now, timers }: Working) {
  const worked = new Map<number, number>()
  const add = (reference: number, more: number) => worked.set(reference, (worked.get(reference) ?? 0) + more)
  // Several may be at the same ticket.
  for (const { reference, since } of timers) add(reference, now - since)
  if (!references.length) return worked
  const rows = await desk.db
    .selectFrom('time_record')
    .select((e) => ['reference', e.fn.sum<number>('counted').as('counted')])
    .where('reference', 'in', references)
    .groupBy('reference')
    .execute()
  for (const { reference, counted } of rows) add(reference, Number(counted))
  return worked
}

/** Every ticket that somebody can work on, with what the order asks for. */
async function ticketsOf(desk: Reading, people: readonly string[], working: Working) {
  const { now, most } = working
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'category', 'priority', 'priority_order', 'organisation', 'site'])
    .select(['waiting_since', 'estimate', 'item', 'status_group', 'edition', 'logged_at', 'technician'])
    .where(
      'reference',
      'in',
      sql<number>`(select theirs.reference from unnest(${people}::text[]) as who (id),
        lateral (select reference from ticket where technician = who.id and status_group in ('new', 'active')
          and not held order by due_at nulls last, reference limit ${most}) as theirs)`,
    )
    .execute()
  const references = rows.map((one) => one.reference)
  const [clocks, worked, estimates] = await Promise.all([
    desk.clocks.of(references),
    workedOn(desk, references, working),
    desk.estimates.now(),
  ])
  const editions = new Map<number, CompiledDesign>()
  for (const number of new Set(rows.map((one) => one.edition)))
    editions.set(number, await desk.knowledge.edition(number))
  return rows.map((row) => {
    const estimate = estimates.of(row)
    const work: OnBench = {
      ...{ reference: row.reference, loggedAt: row.logged_at, priorityOrder: row.priority_order },
      ...{ row, design: oneBy(editions, row.edition), estimate },
      takes: leftToDo(estimate.takes, worked.get(row.reference) ?? 0),
      answerTakes: estimates.answerOf(row),
      isBegun: row.status_group === 'active',
      ...(row.waiting_since !== null && { waitingSince: row.waiting_since }),
      ...owedBy(oneBy(clocks, row.reference), now),
    }
    return { person: row.technician ?? '', work }
  })
}

/** What a ticket owes: its band, the least balance, and when answer and solution fall due. */
function owedBy(clocks: readonly KeptClock[], now: number) {
  const counting = clocks
    .filter((one) => !one.paused)
    .map((clock) => ({ clock, left: leftOf(clock, now), due: clock.dueAt ?? undefined }))
  const bands = counting.map(({ clock, left }) => bandOfBalance(left, clock.granted, clock.closeFrom))
  const owed = (target: string): Owed | undefined => {
    const found = counting.find((one) => one.clock.target === target)
    if (found?.due === undefined) return undefined
    const { clock, left, due } = found
    return { due, left, band: bandOfBalance(left, clock.granted, clock.closeFrom), hours: clock.hours }
  }
  const [answer, solution] = [owed('respond'), owed('resolve')]
  const dues = counting.flatMap((one) => one.due ?? [])
  return {
    band: (['over', 'close', 'fine'] as const).find((one) => bands.includes(one)) ?? ('paused' as const),
    ...(counting.length && { balance: Math.min(...counting.map((one) => one.left)) }),
    ...(dues.length && { dueAt: Math.min(...dues) }),
    ...(answer && { answer, answerBy: answer.due }),
    ...(solution && { solution, doneBy: solution.due }),
  }
}

/** So many fixed times of each are read at most. */
const MOST_FIXED = 100

/** The fixed times of today and of the days to come. */
function fixedTimesOf(desk: Reading, people: readonly string[], now: number): Promise<BenchFixed[]> {
  return desk.db
    .selectFrom('booking')
    .innerJoin('ticket', 'ticket.reference', 'booking.reference')
    .select(['booking.reference', 'booking.id', 'booking.person', 'starts', 'ends', 'what'])
    .select(['booking.state', 'ticket.summary'])
    .where('booking.person', 'in', people)
    .where('booking.state', 'in', ['booked', 'begun'])
    .where('ends', '>', now - DAY)
    .orderBy('starts')
    .limit(MOST_FIXED * people.length)
    .execute()
}

/** The timers that run for some people. */
async function runningTimers(desk: Reading, people: readonly string[]): Promise<RunningTimer[]> {
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'state'])
    .where('timers', '<>', sql<string[]>`'{}'`)
    .where(sql<boolean>`timers && ${people}::text[]`)
    .execute()
  return rows.flatMap(({ reference, summary, state }) =>
    (state.timers ?? [])
      .filter(({ person }) => people.includes(person))
      .map(({ person, since }) => ({ reference, summary, person, since })),
  )
}
