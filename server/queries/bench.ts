import type { Directory, Person } from '../../core/design'
import { DAY, Zone, signedBalance, timeOfDay, weekdayAndTime, type WorkingTime } from '../../core/time'
import {
  benchKeyName,
  dueInFreeTime,
  earliestDue,
  fewestBroken,
  forgottenSince,
  joined,
  type FreeTime,
  lookAhead,
  missedAt,
  placeInWords,
  wholesOf,
  PLAIN_BENCH,
  type BenchKey,
  type BenchWords,
  type Slot,
  type Timer,
} from '../../core/work'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { benchesOf, deskOrder, flexibleOf, isRunningTicket, piecesToDo, type Flexible } from './benchWork'
import type { OnBench, Owed } from './onBench'

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
  const [[bench], today] = await Promise.all([
    benchesOf(desk, [person], { now, most: MOST }),
    workedToday(desk, person, now),
  ])
  const { fixed, shift, timers, work } = bench!
  const running = new Set(timers.map((one) => one.reference))
  const flexible = flexibleOf(bench!, keys, now)
  const { free } = flexible
  const orders = inOrders(flexible, keys)
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
    fixed: fixed.map(({ person: _, ...one }) => ({
      ...one,
      isLate: isLate(work, one),
      isMissed: one.state === 'booked' && missedAt({ from: one.starts, to: one.ends }) <= now,
    })),
    day: dayOf(person, { free, shift, today, now, slots: chosen }),
    timers: timers.map(({ reference, summary, since, ...timer }) => ({
      ...{ reference, summary, since },
      forgotten: forgottenOf({ ...timer, since }, shift, now),
    })),
  }
}

function forgottenOf(timer: Timer, shift: WorkingTime | undefined, now: number) {
  const shiftEnd = shift?.isOpen(timer.since) ? shift.nextChange(timer.since) : undefined
  return forgottenSince(timer, shiftEnd, now) ?? null
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

/** The order of the desk, and two that are reckoned. */
function inOrders(flexible: Flexible, keys: readonly BenchKey[]) {
  const { first, others, free, now, begins } = flexible
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
  const jobs = piecesToDo(flexible).map((work) => ({
    ...{ key: work.reference, work, takes: work.takes, due: due(work) },
  }))
  const wholes = wholesOf(others)
  const broken = (list: readonly OnBench[]) =>
    lookAhead(list, free, begins).reduce((sum, one) => sum + one.broken.length, 0)
  const ahead = (list: OnBench[]) => lookAhead([...first, ...joined(list, wholes)], free, now)
  return {
    desk: deskOrder(flexible, keys),
    earliestDue: ahead(earliestDue(jobs).map((one) => one.work)),
    fewestLate: ahead(fewestBroken(others, begins, due, broken)),
  } satisfies Record<BenchOrder, Slot<OnBench>[]>
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

function wordsFor({ zone }: Person, now: number, priorities: { order: number; numeral: string }[]) {
  const isNear = (at: number) => Math.abs(at - now) < DAY / 2
  return {
    priority: (order: number) => priorities.find((one) => one.order === order)?.numeral ?? String(order),
    moment: (at: number) => (isNear(at) ? `at ${timeOfDay(at, zone)}` : `on ${weekdayAndTime(at, zone)}`),
    balance: signedBalance,
  }
}
