import { slotsFor, type Hand, type Slot } from '../../core/dispatch'
import type { Directory } from '../../core/design'
import { visitsShown, type TicketState } from '../../core/ticket'
import { DAY, HOUR, isoDate, type Instant } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import { daysFrom, jobRow } from './dispatch'
import { canBeSent, fixedTimesIn, handOf, jobOf, waysOf, type FixedTime } from './hands'
import type { Reading } from './reading'

/** So many other times are offered to whoever waits, one of each day. */
const MOST_TIMES = 5
/** Nobody chooses a time that begins sooner. Common practice, no source. */
const NOTICE = 2 * HOUR
const DAYS = 14

/** What a requester reads of the visits that they know of. */
export async function visitsOf(desk: Reading, state: TicketState, directory: Directory) {
  return Promise.all(
    visitsShown(state).map(async ({ person, ...visit }) => ({
      ...visit,
      name: directory.nameOf(person),
      others: visit.begun
        ? []
        : (await freeTimes(desk, state.reference, visit.job)).map(({ start, end }) => ({
            from: start,
            to: end,
          })),
    })),
  )
}

/** The hands that may be sent, without what a job takes of their time now, and that job. */
async function aroundJob(desk: Reading, reference: number, id: number) {
  const [directory, edition, row] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
    jobRow(desk.db, reference, id),
  ])
  const now = deskNow()
  const span = daysFrom(undefined, DAYS, edition.design.desk.zone, now)
  const all = await fixedTimesIn(desk.db, span)
  const isIt = (one: FixedTime) => one.reference === reference && one.job === id
  const fixed = all.filter((one) => !isIt(one))
  const people = [...directory.people.values()].filter((one) => canBeSent(directory, one))
  return {
    now,
    job: jobOf(row, edition, directory, span),
    hands: people.map((one) => handOf(directory, one, span, fixed)),
    ways: waysOf(directory),
    zone: edition.design.desk.zone,
    stands: all.find(isIt),
  }
}

/** Times at which a job could be done instead, the best of each day to come: with whoever has it, or else with others. */
async function freeTimes(desk: Reading, reference: number, id: number): Promise<Slot[]> {
  const { now, job, hands, ways, zone, stands } = await aroundJob(desk, reference, id)
  const ofDays = (some: readonly Hand[]): Slot[] => {
    const found: Slot[] = []
    for (let day = 0; day < DAYS && found.length < MOST_TIMES; day++) {
      const { start, end } = daysFrom(isoDate(now + day * DAY, zone), 1, zone, now)
      const [slot] = slotsFor(job, some, ways, { start: Math.max(start, now + NOTICE), end, now }, 1)
      if (slot && slot.start !== stands?.start) found.push(slot)
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
  const { now, job, hands, ways, stands } = await aroundJob(desk, reference, id)
  if (at < now + NOTICE / 2) return undefined
  const within = { start: at, end: at + job.duration, now }
  const slots = slotsFor(job, hands, ways, within, hands.length).filter((one) => one.start === at)
  return (slots.find((one) => one.hand === stands?.person) ?? slots[0])?.hand
}
