import type { Directory, Site } from '../../core/design'
import type { TicketState } from '../../core/ticket'
import { DAY, isoDate } from '../../core/time'
import type { StandingBooking } from '../../core/work'
import { oneBy } from '../../core/lookup'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { daysFrom } from './dispatch'
import { fixedTimesIn, handOf, waysOf, type FixedTime } from './hands'
import type { Reading } from './reading'

/** So many days are read at once, so that a device has them when there is no connection. */
const DAYS = 3
/** What was begun and not ended stays in sight for so long, in milliseconds. */
const BEGUN_BEFORE = 7 * DAY

/**
 * Somebody's fixed times of three days, and those before that they have begun and not ended.
 * @param day the first, as ISO 8601 writes it in their own zone; today if left out
 */
export async function fieldDay(desk: Reading, personId: string, day?: string) {
  const now = deskNow()
  const directory = await desk.knowledge.directory()
  const person = directory.people.get(personId)
  const zone = person?.zone ?? 'UTC'
  const span = daysFrom(day, DAYS, zone, now)
  const isOwn = ({ start, state }: FixedTime) => start >= span.start || state === 'begun'
  const before = { start: Math.min(span.start, now - BEGUN_BEFORE), end: span.end }
  const fixed = (await fixedTimesIn(desk.db, before, [personId])).filter(isOwn)
  const states = await statesOf(desk.db, [...new Set(fixed.map((one) => one.reference))])
  const ways = waysOf(directory)
  const base = person && handOf(directory, person, span, []).base
  const comesFrom = cameFrom(base, fixed, zone)
  return {
    ...{ now, zone, from: span.start, to: span.end },
    stops: fixed.map((one) => ({
      ...stopOf(one, oneBy(states, one.reference), directory),
      // Nobody goes anywhere for what is no job: a call, or work from where one is.
      way: one.job === null ? 0 : (ways.between(comesFrom(one), one.site) ?? null),
    })),
  }
}

/** Where somebody is before a stop: at the one before it on that day, else where their shift begins. */
function cameFrom(base: string | undefined, fixed: readonly FixedTime[], zone: string) {
  const placed = fixed.filter((one) => one.job !== null && one.site !== undefined)
  return ({ start }: FixedTime): string | undefined => {
    const before = placed.findLast((one) => one.start < start)
    return before && isoDate(before.start, zone) === isoDate(start, zone) ? before.site : base
  }
}

async function statesOf(db: Database, references: readonly number[]): Promise<Map<number, TicketState>> {
  if (!references.length) return new Map()
  const rows = await db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', 'in', references)
    .execute()
  return new Map(rows.map(wholeState).map((state) => [state.reference, state]))
}

/** Whom one sees there, and how they are reached. */
function whoOf({ requester: id }: TicketState, site: Site | undefined, directory: Directory) {
  const requester = directory.people.get(id)
  return {
    requester: requester?.name ?? '',
    phone: requester?.phone ?? site?.phone ?? '',
    organisation: directory.organisations.get(requester?.organisation ?? '')?.name ?? '',
    site: site ? { name: site.name, address: site.address ?? '', zone: site.zone } : null,
  }
}

function stopOf(one: FixedTime, state: TicketState, directory: Directory) {
  const { reference, booking: id, job, what, summary, start: from, end: to, untold, insisted, heard } = one
  const wanted = state.jobs?.find((each) => each.id === job)
  const stands = state.bookings?.find((each) => each.id === id)
  return {
    ...{ reference, booking: id, job, what, summary, from, to, state: one.state, untold, insisted, heard },
    meets: wanted?.meets ?? '',
    ...whoOf(state, directory.sites.get(one.site ?? ''), directory),
    steps: stands?.steps ?? {},
    report: reportOf(stands, state),
  }
}

function reportOf(stands: StandingBooking | undefined, { innerFiles = [] }: TicketState) {
  const report = stands?.report
  if (!report) return null
  const { words, parts, signedBy = '', signature, pictures, at } = report
  const file = (id: string) => innerFiles.find((one) => one.id === id)
  return {
    ...{ words, parts, signedBy, at },
    signature: (signature !== undefined && file(signature)) || null,
    pictures: pictures.flatMap((one) => file(one) ?? []),
  }
}
