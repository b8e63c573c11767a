import { sql } from 'kysely'
import { bookingOf, Ways, type Hand, type Job, type Visit } from '../../core/dispatch'
import { REQUESTER } from '../../core/rights'
import type { CompiledDesign, Directory, Person } from '../../core/design'
import type { TicketState } from '../../core/ticket'
import { DAY, HOUR, type Interval } from '../../core/time'
import type { Database } from '../db/connection'
import type { BookingAnswer, BookingState } from '../../core/work'

// Who can be sent, when they work, and what they do then already.

/** A fixed time as Dispatch sees it. */
export interface FixedTime extends Visit {
  reference: number
  booking: number
  person: string
  state: BookingState
  what: string
  summary: string
  /** Team, queue and technician of its ticket, by which it is seen. */
  team: string
  queue: string
  technician: string | null
  job: number | null
  /** What its job asks for, and by when its ticket is promised. */
  skill: string | null
  earliest: number | null
  latest: number | null
  due: number | null
  untold: boolean
  /** What its requester knows of it. */
  heard: '' | 'told' | 'suits' | 'suitsNot'
  /** What whoever has it answered to the invitation. */
  answer: BookingAnswer | ''
  /** Since when whoever has it is on the way; nothing before, and once they have begun. */
  setOut: number | null
  /** The first of the jobs that repeat with it. */
  series: number | null
  /** Who must be there, in words. */
  meets: string
  /** Whether they are told at all. */
  visit: boolean
  /** Why it stands there although something speaks against it. */
  insisted: string
}

/** By which a fixed time is known on the board. */
export const visitId = (reference: number, booking: number): string => `${reference}-${booking}`

/** When a ticket is promised; nothing to a job that may only be done later than that, as one of a series. */
export const promised = sql<
  number | null
>`case when job.earliest > ticket.due_at then null else ticket.due_at end`

/** The fixed times that touch a time, sorted by their beginning. @param person of whom; of everybody if left out */
export async function fixedTimesIn(
  db: Database,
  { start, end }: Interval,
  person?: readonly string[],
): Promise<FixedTime[]> {
  const rows = await db
    .selectFrom('booking')
    .innerJoin('ticket', 'ticket.reference', 'booking.reference')
    .leftJoin('job', (on) =>
      on.onRef('job.reference', '=', 'booking.reference').onRef('job.booking', '=', 'booking.id'),
    )
    .select(['booking.reference', 'booking.id as booking', 'booking.person', 'starts', 'ends'])
    .select([
      'booking.what',
      'booking.state',
      'booking.answer',
      'booking.set_out as setOut',
      'ticket.summary',
      'ticket.team',
      'ticket.queue',
    ])
    .select(['ticket.technician', 'job.id as job', 'job.untold', 'job.insisted'])
    .select(['job.skill', 'job.earliest', 'job.latest', 'job.heard', 'job.visit', 'job.series', 'job.meets'])
    .select(promised.as('due'))
    .select(
      // A job may be one that is done anywhere.
      sql<string | null>`case when job.id is null then ticket.site else job.site end`.as('site'),
    )
    .where('booking.state', '<>', 'calledOff')
    .where('starts', '<', end)
    // Nothing that is booked takes longer than a day.
    .where('starts', '>', start - DAY)
    .where('ends', '>', start)
    .$if(person !== undefined, (q) => q.where('booking.person', 'in', person ?? []))
    .orderBy('starts')
    .orderBy('booking.reference')
    .execute()
  return rows.map(({ starts, ends, site, untold, insisted, state, heard, visit, meets, ...row }) => ({
    ...row,
    ...{ id: visitId(row.reference, row.booking), start: starts, end: ends },
    ...(site !== null && { site }),
    ...{ heard: heard ?? '', visit: visit ?? false, meets: meets ?? '' },
    ...{ untold: untold ?? false, insisted: insisted ?? '', state: state as BookingState },
  }))
}

/** Whether somebody can be sent. */
export const canBeSent = (directory: Directory, { role, active, id, shift }: Person): boolean =>
  active && role !== REQUESTER && shift !== undefined && directory.may(id, 'workTickets')

/** Where somebody's shifts begin: at their own site, or where their team does. */
function baseOf(directory: Directory, { site, teams }: Person): string | undefined {
  const ofTeam = teams.map((one) => directory.teams.get(one)?.site).find((one) => one !== undefined)
  return directory.sites.get(site ?? ofTeam ?? '')?.id
}

/** Somebody as placing sees them. @param fixed what they do already, sorted */
export function handOf(
  directory: Directory,
  person: Person,
  { start, end }: Interval,
  fixed: readonly FixedTime[],
): Hand {
  const site = baseOf(directory, person)
  const known = [...directory.skills.values()].filter((one) => directory.knows(person, one.id))
  return {
    id: person.id,
    skills: new Set(known.map((one) => one.id)),
    ...(site !== undefined && { base: site }),
    ...(person.daily !== undefined && { most: person.daily * HOUR }),
    free: directory.shiftOf(person)?.openIntervals(start, end) ?? [],
    visits: fixed.filter((one) => one.person === person.id),
  }
}

/** The ways between all sites. */
export const waysOf = (directory: Directory): Ways => new Ways([...directory.sites.values()])

/** What a job asks for, as its row says it. */
export interface JobRow {
  reference: number
  id: number
  takes: number
  skill: string | null
  site: string | null
  earliest: number | null
  latest: number | null
  due_at: number | null
}

/** A job as placing sees it. @param span in which the hours of its site are looked up */
export function jobOf(row: JobRow, design: CompiledDesign, directory: Directory, span: Interval): Job {
  const site = directory.sites.get(row.site ?? '')
  const skill = directory.skills.get(row.skill ?? '')?.id ?? row.skill
  return {
    id: `${row.reference}-${row.id}`,
    duration: row.takes,
    ...(skill !== null && { skill }),
    ...(site && { site: site.id, open: hoursOf(design, site.calendar, span) }),
    ...(row.earliest !== null && { earliest: row.earliest }),
    ...(row.latest !== null && { latest: row.latest }),
    ...(row.due_at !== null && { due: row.due_at }),
  }
}

/** When a site can be entered; always where its calendar is not there any more. */
function hoursOf(design: CompiledDesign, calendar: string, { start, end }: Interval): Interval[] | undefined {
  return design.hasCalendar(calendar) ? design.calendar(calendar).openIntervals(start, end) : undefined
}

/** The fixed time by which a job of a ticket is placed; null where it is not. */
export function bookingOfJob({ jobs = [], bookings }: TicketState, id: number): number | null {
  const job = jobs.find((one) => one.id === id)
  return (job && bookingOf(job, bookings)?.id) ?? null
}
