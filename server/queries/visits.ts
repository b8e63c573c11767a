import { slotsFor, type Hand } from '../../core/dispatch'
import type { Directory } from '../../core/design'
import { visitsShown, type TicketState } from '../../core/ticket'
import { DAY, HOUR, isoDate, type Instant } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import { daysFrom, jobRow } from './dispatch'
import { oneAt } from '../../core/lookup'
import { canBeSent, fixedTimesIn, handOf, jobOf, waysOf, type JobRow } from './hands'
import type { Reading } from './reading'

/** So many other times are offered to whoever waits, one of each day. */
const MOST_TIMES = 5
/** Nobody chooses a time that begins sooner. Common practice, no source. */
const NOTICE = 2 * HOUR
const DAYS = 14

/** What a requester reads of the visits that they know of. */
export async function visitsOf(desk: Reading, state: TicketState, directory: Directory) {
  const visits = visitsShown(state)
  if (!visits.length) return []
  const { reference } = state
  const [board, rows] = await Promise.all([
    boardNow(desk),
    Promise.all(visits.map((one) => jobRow(desk.db, reference, one.job))),
  ])
  return visits.map(({ person, ...visit }, at) => ({
    ...visit,
    name: directory.nameOf(person),
    others: visit.begun ? [] : freeTimes(board, oneAt(rows, at)),
  }))
}

type Board = Awaited<ReturnType<typeof boardNow>>

/** The hands that may be sent in the days to come, with what they do then already. */
async function boardNow(desk: Reading) {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const now = deskNow()
  const { zone } = edition.design.desk
  const span = daysFrom(undefined, DAYS, zone, now)
  const fixed = await fixedTimesIn(desk.db, span)
  const people = [...directory.people.values()].filter((one) => canBeSent(directory, one))
  const hands = people.map((one) => handOf(directory, one, span, fixed))
  return { ...{ now, zone, span, fixed, hands, edition, directory }, ways: waysOf(directory) }
}

/** A job, and the hands without what it takes of their time now. */
function aroundJob({ edition, directory, span, fixed, hands }: Board, row: JobRow) {
  const stands = fixed.find((one) => one.reference === row.reference && one.job === row.id)
  return {
    job: jobOf(row, edition, directory, span),
    stands,
    hands: hands.map((one) =>
      one.id === stands?.person
        ? { ...one, visits: one.visits.filter((visit) => visit.id !== stands.id) }
        : one,
    ),
  }
}

/** Times at which a job could be done instead, the best of each day to come: with whoever has it, or else with others. */
function freeTimes(board: Board, row: JobRow): { from: Instant; to: Instant }[] {
  const { now, ways, zone } = board
  const { job, hands, stands } = aroundJob(board, row)
  const ofDays = (some: readonly Hand[]): { from: Instant; to: Instant }[] => {
    const found = []
    for (let day = 0; day < DAYS && found.length < MOST_TIMES; day++) {
      const { start, end } = daysFrom(isoDate(now + day * DAY, zone), 1, zone, now)
      const [slot] = slotsFor(job, some, ways, { start: Math.max(start, now + NOTICE), end, now }, 1)
      if (slot && slot.start !== stands?.start) found.push({ from: slot.start, to: slot.end })
    }
    return found
  }
  const own = ofDays(hands.filter((one) => one.id === stands?.person))
  return own.length ? own : ofDays(hands)
}

/** Who can come at a time that was offered; undefined where nobody can any more. */
export async function handAt(
  desk: Reading,
  { reference, job: id }: { reference: number; job: number },
  at: Instant,
): Promise<string | undefined> {
  const [board, row] = await Promise.all([boardNow(desk), jobRow(desk.db, reference, id)])
  const { job, hands, stands } = aroundJob(board, row)
  if (at < board.now + NOTICE / 2) return undefined
  const within = { start: at, end: at + job.duration, now: board.now }
  const slots = slotsFor(job, hands, board.ways, within, hands.length).filter((one) => one.start === at)
  return (slots.find((one) => one.hand === stands?.person) ?? slots[0])?.hand
}
