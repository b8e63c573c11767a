import { bandOfBalance } from '../../core/clock'
import type { CompiledDesign, Directory, Person } from '../../core/design'
import { DAY, Zone, signedBalance, timeOfDay, weekdayAndTime, type WorkingTime } from '../../core/time'
import {
  benchKeyName,
  benchOrder,
  dueInFreeTime,
  earliestDue,
  fewestBroken,
  forgottenSince,
  joined,
  leftToDo,
  FreeTime,
  lookAhead,
  missedAt,
  piecesOf,
  placeInWords,
  wholesOf,
  PLAIN_BENCH,
  type BenchKey,
  type BenchWords,
  type Slot,
} from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { timersOf } from './timers'
import { planWorkOf, type OnBench, type Owed } from './onBench'
import { leftOf, type KeptClock } from './runningClocks'
import { oneBy } from '../../core/lookup'

/** The orders in which a bench can be worked. */
export const BENCH_ORDERS = ['desk', 'earliestDue', 'fewestLate'] as const
export type BenchOrder = (typeof BENCH_ORDERS)[number]

/** Most tickets of a bench that are put in order; more than anybody can have in mind. */
const MOST = 2000
/** So many of them are shown; nobody works through more in the days that are looked ahead. */
const MOST_SHOWN = 200

/** What one bench shows: next up with what comes of the order, fixed times, the day, and timers. */
export async function benchPage(desk: Reading, personId: string, order: BenchOrder) {
  const now = deskNow()
  const directory = await desk.knowledge.directory()
  const person = directory.people.get(personId)
  if (!person) return undefined
  const { design } = await desk.knowledge.currentEdition()
  const keys = design.desk.bench ?? PLAIN_BENCH
  const shift = directory.shiftOf(person)
  const timers = await runningTimers(desk, person, shift, now)
  const [own, tasks, fixed, today] = await Promise.all([
    ticketsOf(desk, person, { now, timers }),
    planWorkOf(desk, person, now),
    fixedTimesOf(desk, personId, now),
    workedToday(desk, person, now),
  ])
  // What is done at a fixed time is not done before.
  const tickets = own.filter((one) => !fixed.some((each) => each.reference === one.reference))
  const free = new FreeTime(
    shift,
    fixed.map(({ starts, ends }) => ({ from: starts, to: ends })),
  )
  const running = new Set(timers.map((one) => one.reference))
  const orders = inOrders([...tickets, ...tasks], keys, { free, now, running })
  const chosen = orders[order]
  const say = wordsFor(person, now, design.priorities)
  return {
    person: { id: person.id, name: person.name, zone: person.zone },
    now,
    order,
    keys: keys.map(benchKeyName),
    orders: BENCH_ORDERS.map((id) => ({ id, late: lateOf(orders[id]) })),
    /** How many more there are than are shown. */
    more: Math.max(0, chosen.length - MOST_SHOWN),
    tickets: chosen.slice(0, MOST_SHOWN).map((slot, index) => ({
      ...rowOf(slot.work, directory),
      from: finite(slot.from),
      to: finite(slot.to),
      broken: slot.broken,
      thenLeft: thenLeft(slot),
      because: isRunningTicket(slot.work, running)
        ? 'its timer runs'
        : order === 'desk'
          ? reasonOf(slot.work, chosen[index + 1]?.work, keys, say)
          : ORDER_WORDS[order](slot),
    })),
    fixed: fixed.map((one) => ({
      ...one,
      isLate: isLate(own, one),
      isMissed: one.state === 'booked' && missedAt({ from: one.starts, to: one.ends }) <= now,
    })),
    day: dayOf(person, { free, shift, today, now, slots: chosen }),
    timers,
  }
}

/** Why it stands before the next; the last one needs no reason. */
const reasonOf = (one: OnBench, next: OnBench | undefined, keys: readonly BenchKey[], say: BenchWords) =>
  next ? placeInWords(one, next, keys, say) : ''

const finite = (at: number) => (Number.isFinite(at) ? at : null)
const lateOf = (slots: readonly Slot<OnBench>[]) => [
  ...new Set(slots.filter((one) => one.broken.length).map((one) => one.work.reference)),
]

/** Whether a ticket whose work is fixed is promised before that. */
function isLate(
  all: readonly OnBench[],
  { reference, starts, ends }: { reference: number; starts: number; ends: number },
) {
  const ticket = all.find((one) => one.reference === reference)
  return (ticket?.answerBy ?? Infinity) < starts || (ticket?.doneBy ?? Infinity) < ends
}

interface Working {
  now: number
  timers: readonly { reference: number; since: number }[]
}

/** What was worked on tickets so far, by whomever, in milliseconds; a timer that runs counts with what it has. */
async function workedOn(desk: Reading, references: number[], { now, timers }: Working) {
  const worked = new Map(timers.map(({ reference, since }) => [reference, now - since]))
  if (!references.length) return worked
  const rows = await desk.db
    .selectFrom('time_record')
    .select((e) => ['reference', e.fn.sum<number>('counted').as('counted')])
    .where('reference', 'in', references)
    .groupBy('reference')
    .execute()
  for (const { reference, counted } of rows)
    worked.set(reference, (worked.get(reference) ?? 0) + Number(counted))
  return worked
}

/** Everything that somebody can work on, with what the order asks for. */
async function ticketsOf(desk: Reading, person: Person, working: Working): Promise<OnBench[]> {
  const { now } = working
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'category', 'priority', 'priority_order', 'organisation', 'site'])
    .select(['waiting_since', 'estimate', 'item', 'status_group', 'edition', 'logged_at'])
    .where('technician', '=', person.id)
    .where('status_group', 'in', ['new', 'active'])
    .where('held', '=', false)
    .limit(MOST)
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
    return {
      ...{ reference: row.reference, loggedAt: row.logged_at, priorityOrder: row.priority_order },
      ...{ row, design: oneBy(editions, row.edition), estimate },
      takes: leftToDo(estimate.takes, worked.get(row.reference) ?? 0),
      answerTakes: estimates.answerOf(row),
      isBegun: row.status_group === 'active',
      ...(row.waiting_since !== null && { waitingSince: row.waiting_since }),
      ...owedBy(oneBy(clocks, row.reference), now),
    }
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

/** Whether its timer runs, which never does for a task alone. */
const isRunningTicket = ({ task, reference }: OnBench, running: ReadonlySet<number>) =>
  task === undefined && running.has(reference)

interface Ordering {
  free: FreeTime
  now: number
  /** What is being worked on; it comes first in whatever order. */
  running: ReadonlySet<number>
}

function inOrders(tickets: OnBench[], keys: readonly BenchKey[], { free, now, running }: Ordering) {
  const isRunning = (one: OnBench) => isRunningTicket(one, running)
  const first = tickets.filter(isRunning)
  const others = benchOrder(
    tickets.filter((one) => !isRunning(one)),
    keys,
  )
  // The others are put in order for the time that is left once it is done.
  const done = lookAhead(first, free, now).at(-1)?.to ?? now
  const begins = Number.isFinite(done) ? done : now
  const known = new Map<string, number>()
  // Asked for in more than one order, and goes over the hours of many days.
  const due = (work: OnBench) => {
    const piece = `${work.reference} ${work.part} ${work.task}`
    const before = known.get(piece)
    if (before !== undefined) return before
    const found = dueInFreeTime(work, free, begins)
    known.set(piece, found)
    return found
  }
  const pieces = others.flatMap((one) => piecesOf(one, begins).map(asOwed))
  const jobs = pieces.map((work) => ({ key: work.reference, work, takes: work.takes, due: due(work) }))
  const wholes = wholesOf(others)
  const broken = (list: readonly OnBench[]) =>
    lookAhead(list, free, begins).reduce((sum, one) => sum + one.broken.length, 0)
  const ahead = (list: OnBench[]) => lookAhead([...first, ...joined(list, wholes)], free, now)
  return {
    desk: ahead(benchOrder(pieces, keys)),
    earliestDue: ahead(earliestDue(jobs).map((one) => one.work)),
    fewestLate: ahead(fewestBroken(others, begins, due, broken)),
  } satisfies Record<BenchOrder, Slot<OnBench>[]>
}

/** A piece stands where its own promise puts it. */
function asOwed(piece: OnBench): OnBench {
  if (!piece.part) return piece
  const owed = piece.part === 'answer' ? piece.answer : piece.solution
  // Once it is answered nothing may be owed any more.
  if (!owed) return { ...piece, band: 'fine', balance: undefined, dueAt: undefined }
  const { band, left: balance, due: dueAt } = owed
  return { ...piece, band, balance, dueAt }
}

const ORDER_WORDS = {
  earliestDue: () => 'earliest due first: no order has a smaller greatest lateness',
  fewestLate: ({ broken, work }: Slot<OnBench>) =>
    broken.length && work.dueAt !== undefined
      ? 'put off: before the others it would break more promises than it keeps'
      : 'fewest late: of the orders tried none breaks fewer promises',
}

/** What is left of the first promise when the ticket has been worked on, in the hours that count for it. */
function thenLeft({ work, to, answeredAt = Infinity }: Slot<OnBench>): number | null {
  const left = ({ due, hours }: Owed, at: number) => hours.between(at, due)
  const all = [
    ...(work.answer && Number.isFinite(answeredAt) ? [left(work.answer, answeredAt)] : []),
    ...(work.solution && work.part !== 'answer' && Number.isFinite(to) ? [left(work.solution, to)] : []),
  ]
  return all.length ? Math.min(...all) : null
}

function rowOf(
  { row, design, estimate, answerBy, band, takes, part, task, says }: OnBench,
  directory: Directory,
) {
  const { numeral, name, order } = design.priority(row.priority)
  return {
    reference: row.reference,
    summary: row.summary,
    ...{ numeral, priority: name, priorityOrder: order },
    category: design.categoryPath(row.category),
    organisation: directory.organisations.get(row.organisation ?? '')?.name ?? 'no organisation',
    site: directory.sites.get(row.site ?? '')?.name ?? '',
    /** To answer, or the rest of what was answered by then; the whole where nothing stands between them. */
    part: part ?? null,
    isToAnswer: answerBy !== undefined,
    /** Of a task of a plan on it: what it says. */
    task: task !== undefined && says ? { key: task, ...says } : null,
    band,
    takes,
    estimate: estimate.from,
  }
}

/** The fixed times of today and of the days to come. */
function fixedTimesOf(desk: Reading, person: string, now: number) {
  return desk.db
    .selectFrom('booking')
    .innerJoin('ticket', 'ticket.reference', 'booking.reference')
    .select(['booking.reference', 'booking.id', 'starts', 'ends', 'what', 'booking.state', 'ticket.summary'])
    .where('booking.person', '=', person)
    .where('booking.state', 'in', ['booked', 'begun'])
    .where('ends', '>', now - DAY)
    .orderBy('starts')
    .limit(100)
    .execute()
}

/** When the day of somebody's zone began. */
function startOfDay(zone: string, now: number): number {
  const { hour, minute } = Zone.of(zone).toLocal(now)
  return now - ((hour * 60 + minute) * 60_000 + (now % 60_000))
}

async function workedToday(desk: Reading, { id, zone }: Person, now: number) {
  const from = startOfDay(zone, now)
  const rows = await desk.db
    .selectFrom('time_record')
    .select(['reference', 'starts', 'ends', 'counted'])
    .where('person', '=', id)
    .where('starts', '>=', from)
    .where('starts', '<', from + DAY)
    .orderBy('starts')
    .execute()
  return { from, rows }
}

interface Day {
  free: FreeTime
  shift: WorkingTime | undefined
  today: Awaited<ReturnType<typeof workedToday>>
  now: number
  slots: readonly Slot<OnBench>[]
}

/** The day at a glance: what was worked, is fixed, is planned and stays free until the shift ends. */
function dayOf({ zone }: Person, { free, shift, today, now, slots }: Day) {
  const until = today.from + DAY
  const shifts = shift?.openIntervals(today.from, until) ?? [{ start: today.from, end: until }]
  const end = shifts.at(-1)?.end ?? now
  const planned = slots
    .filter((one) => one.from < end)
    .map(({ work, from, to }) => ({ reference: work.reference, from, to: Math.min(to, end) }))
  const promised = planned.reduce((sum, one) => sum + free.between(one.from, one.to), 0)
  return {
    from: today.from,
    until,
    zone,
    shifts: shifts.map(({ start, end }) => ({ from: start, to: end })),
    worked: today.rows.reduce((sum, one) => sum + one.counted, 0),
    records: today.rows.map(({ starts, ends }) => ({ from: starts, to: ends })),
    planned,
    promised,
    free: Math.max(0, free.between(now, end) - promised),
  }
}

async function runningTimers(desk: Reading, person: Person, shift: WorkingTime | undefined, now: number) {
  const references = await timersOf(desk.db, person.id)
  if (!references.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'state'])
    .where('reference', 'in', references)
    .execute()
  return rows.flatMap(({ reference, summary, state }) => {
    const timer = state.timers?.find((one) => one.person === person.id)
    if (!timer) return []
    const shiftEnd = shift?.isOpen(timer.since) ? shift.nextChange(timer.since) : undefined
    return [
      { reference, summary, since: timer.since, forgotten: forgottenSince(timer, shiftEnd, now) ?? null },
    ]
  })
}

function wordsFor({ zone }: Person, now: number, priorities: { order: number; numeral: string }[]) {
  const isNear = (at: number) => Math.abs(at - now) < DAY / 2
  return {
    priority: (order: number) => priorities.find((one) => one.order === order)?.numeral ?? String(order),
    moment: (at: number) => (isNear(at) ? `at ${timeOfDay(at, zone)}` : `on ${weekdayAndTime(at, zone)}`),
    balance: signedBalance,
  }
}
