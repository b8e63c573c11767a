import {
  bookingOf,
  isRemark,
  seriesOf,
  standingOf,
  type JobWords,
  type WantedJob,
  type Window,
} from '../dispatch'
import { MINUTE, Zone } from '../time'
import { isBooked, type Booking } from '../work'
import { assignTo } from './assign'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { heardOf, tellVisit } from './visits'
import { book, bookQuietly, changeBooking, checkLine, nextId, personOf, tellOfBooking } from './work'

// Jobs of a ticket that want somebody and a time, and where they are placed.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** So many jobs may a ticket have that are not over. */
export const MOST_JOBS = 60
const SHORTEST = 5 * MINUTE
/** Longest job in one piece: a day; what takes longer is split. */
export const LONGEST_JOB = 24 * 60 * MINUTE

/** @throws Refused when it is not there, or called off */
function jobOf({ state }: Change, id: number): WantedJob {
  const job = state.jobs?.find((one) => one.id === id)
  if (!job) throw new Refused('missing', 'This job is not on the ticket any more.')
  if (job.calledOff) throw new Refused('conflict', 'This job was called off meanwhile.')
  return job
}

const refuse = (field: string, message: string): never => {
  throw new Refused('invalid', 'This job cannot be placed so.', [{ field, message }])
}

/** @throws Refused where it is too short, too long, or longer than there is for it */
function checkLength({ takes, earliest, latest }: JobWords): void {
  if (!(takes >= SHORTEST && takes <= LONGEST_JOB)) refuse('takes', 'give five minutes to a day')
  if (earliest !== undefined && latest !== undefined && latest - earliest < takes)
    refuse('latest', 'leave as much time as it takes between the earliest and the latest')
}

/** @throws Refused where something of it is missing or unknown */
function checked({ directory }: Change, words: JobWords): JobWords {
  const { takes, skill, site, earliest, latest, meets } = words
  checkLength(words)
  if (skill !== undefined && !directory.skills.get(skill)) refuse('skill', 'there is no such skill')
  if (site !== undefined && !directory.sites.get(site)) refuse('site', 'there is no such site')
  return {
    ...{ what: checkLine(words.what, 'what'), takes },
    ...(skill !== undefined && { skill }),
    ...(site !== undefined && { site }),
    ...(earliest !== undefined && { earliest }),
    ...(latest !== undefined && { latest }),
    ...(meets?.trim() && { meets: checkLine(meets, 'meets') }),
    ...(words.visit && { visit: true }),
  }
}

/** Work of it wants somebody and a time. @throws Refused where it has too many, or something of it is wrong */
export function wantJob(
  change: Change,
  { words }: Pick<Of<'wantJob'>, 'words'>,
  more: Pick<WantedJob, 'series' | 'booking'> = {},
): void {
  personOf(change)
  const { jobs = [], bookings } = change.state
  if (jobs.filter((one) => !['done', 'calledOff'].includes(standingOf(one, bookings))).length >= MOST_JOBS)
    throw new Refused('conflict', `At most ${MOST_JOBS} jobs of one ticket are open or placed.`)
  const job = { id: nextId(change), ...checked(change, words), ...more }
  change.enter({ kind: 'jobWanted', job })
}

/**
 * A fixed time becomes a job that stands where it stood, so that it is moved and handed on like any other.
 * @throws Refused when it is over, or not there
 */
export function planBooking(change: Change, { id }: Of<'planBooking'>): void {
  personOf(change)
  const { jobs = [], bookings, site } = change.state
  const booking = bookings?.find((one) => one.id === id)
  if (!booking) throw new Refused('missing', 'This fixed time is not on the ticket any more.')
  if (jobs.some((one) => one.booking === id)) return
  if (!isBooked(booking)) throw new Refused('conflict', 'This fixed time is over already.')
  const takes = booking.to - booking.from
  const words = { what: booking.what, takes, ...(site && change.directory.sites.get(site) && { site }) }
  wantJob(change, { words }, { booking: id })
}

/** Most days that there are for one job of a series. */
const LONGEST_WINDOW = 92

/** Work of it repeats. @throws Refused where the rule is none, or a job could not be */
export function wantSeries(change: Change, { words, rule, first, days }: Of<'wantSeries'>): void {
  if (!(days >= 1 && days <= LONGEST_WINDOW)) refuse('days', `give 1 to ${LONGEST_WINDOW} days`)
  const zone = Zone.of(change.design.design.desk.zone)
  let windows: Window[] = []
  try {
    windows = seriesOf(rule, first, days, zone)
  } catch (error) {
    refuse('rule', error instanceof Error ? error.message : 'it cannot be read')
  }
  const series = nextId(change)
  for (const window of windows) wantJob(change, { words: { ...words, ...window } }, { series })
}

/** What a job is changes, or it is called off; its fixed time goes with it then. */
export function changeJob(change: Change, { id, words, calledOff, series }: Of<'changeJob'>): void {
  personOf(change)
  const job = jobOf(change, id)
  if (series && calledOff && job.series !== undefined) return callOffSeries(change, job.series)
  if (words) {
    const { booking, insisted, untold, heard, series: of } = job
    const stands = bookingOf(job, change.state.bookings)
    if (stands && words.takes !== stands.to - stands.from)
      throw new Refused('conflict', 'It has a fixed time: make that longer or shorter where it stands.')
    const kept = {
      ...(booking !== undefined && { booking }),
      ...(insisted && { insisted }),
      ...(untold && { untold }),
      ...(heard && { heard }),
      ...(of !== undefined && { series: of }),
    }
    change.enter({ kind: 'jobChanged', job: { id, ...checked(change, words), ...kept }, did: 'changed' })
  }
  if (!calledOff) return
  free(change, job)
  const { booking: _, untold: __, heard: ___, ...rest } = change.state.jobs!.find((one) => one.id === id)!
  change.enter({ kind: 'jobChanged', job: { ...rest, calledOff: true }, did: 'calledOff' })
}

/** All jobs of a series that nobody has begun are called off. */
function callOffSeries(change: Change, series: number): void {
  const { jobs = [], bookings } = change.state
  for (const one of jobs.filter((each) => each.series === series))
    if (['open', 'placed'].includes(standingOf(one, bookings)))
      changeJob(change, { kind: 'changeJob', id: one.id, calledOff: true })
}

/** Its fixed time is called off, if it has one that is not over. */
function free(change: Change, job: WantedJob): void {
  const booking = bookingOf(job, change.state.bookings)
  if (!booking || booking.state === 'finished') return
  changeBooking(change, { id: booking.id, state: 'calledOff', quietly: job.untold })
  if (job.heard?.booking === booking.id) tellVisit(change, booking, 'visitOff')
}

/** @throws Refused when somebody has placed it, moved it or ended it since it was seen */
function checkSeen(change: Change, booking: Booking | undefined, now: Of<'placeJob'>['now']): void {
  const isSame =
    booking?.id === now?.booking && booking?.from === now?.from && booking?.person === now?.person
  if (!isSame && booking)
    throw new Refused(
      'conflict',
      `Somebody was quicker: it is with ${change.directory.nameOf(booking.person)} now. Nothing was changed; look at it again.`,
    )
  if (!isSame)
    throw new Refused('conflict', 'Its time was called off meanwhile. Nothing was changed; look at it again.')
  if (booking?.state === 'finished') throw new Refused('conflict', 'This job is done already.')
}

/**
 * A job is somebody's at a time; nobody can place it a second time.
 * @throws Refused when somebody has placed it, or moved it, meanwhile
 */
export function placeJob(change: Change, { id, now, insisted, tell, ...at }: Of<'placeJob'>): void {
  personOf(change)
  const job = jobOf(change, id)
  const booking = bookingOf(job, change.state.bookings)
  checkSeen(change, booking, now)
  const { person, from, to } = at
  const isQuiet = !tell && (!booking || job.untold === true)
  if (booking)
    changeBooking(change, { id: booking.id, person, from, to, quietly: isQuiet, untold: job.untold })
  else if (isQuiet) bookQuietly(change, { person, from, to, what: job.what })
  else book(change, { person, from, to, what: job.what })
  const { insisted: _, untold: __, heard: ___, ...rest } = job
  const stands = change.state.bookings!.find((one) => one.id === (booking?.id ?? idOfLastBooking(change)))!
  // Whoever is sent and whoever waits for them hear of it at the same time.
  const heard = isQuiet ? job.heard : heardOf(change, job, stands)
  change.enter({
    ...{ kind: 'jobChanged', did: booking ? 'moved' : 'placed' },
    job: {
      ...rest,
      ...{ takes: to - from, booking: stands.id },
      ...(insisted?.against.some((one) => !isRemark(one)) && { insisted }),
      ...(isQuiet && { untold: true }),
      ...(heard && { heard }),
    },
  })
  if (change.state.technician === null) assignTo(change, { technician: person })
}

const idOfLastBooking = ({ state }: Change): number => state.bookings![state.bookings!.length - 1]!.id

/** A job that was placed wants somebody and a time again. @throws Refused when it is not where it was seen */
export function freeJob(change: Change, { id, booking }: Of<'freeJob'>): void {
  personOf(change)
  const job = jobOf(change, id)
  const found = bookingOf(job, change.state.bookings)
  if (!found || found.id !== booking)
    throw new Refused('conflict', 'It is not placed there any more; look at it again.')
  if (found.state !== 'booked') throw new Refused('conflict', 'It has begun already: whoever has it ends it.')
  free(change, job)
  const { booking: _, insisted: __, untold: ___, heard: ____, ...rest } = job
  change.enter({ kind: 'jobChanged', job: rest, did: 'freed' })
}

/** Whoever has it is told now, if they were not. */
export function tellJob(change: Change, { id }: Of<'tellJob'>): void {
  personOf(change)
  const job = jobOf(change, id)
  const booking = bookingOf(job, change.state.bookings)
  if (!booking || !job.untold) return
  const { untold: _, heard: __, ...rest } = job
  const heard = heardOf(change, job, booking)
  change.enter({ kind: 'jobChanged', job: { ...rest, ...(heard && { heard }) }, did: 'told' })
  tellOfBooking(change, booking)
}

/**
 * A job is done in several pieces: it keeps the first, the others are jobs of their own.
 * @throws Refused when one of them is too short, or it has begun
 */
export function splitJob(change: Change, { id, first }: Of<'splitJob'>): void {
  personOf(change)
  const job = jobOf(change, id)
  if (['begun', 'done'].includes(standingOf(job, change.state.bookings)))
    throw new Refused('conflict', 'It has begun already, and stays in one piece.')
  const booking = bookingOf(job, change.state.bookings)
  const rest = (booking ? booking.to - booking.from : job.takes) - first
  if (first < SHORTEST || rest < SHORTEST) refuse('first', 'leave five minutes at least for each piece')
  if (booking) changeBooking(change, { id: booking.id, to: booking.from + first, quietly: job.untold })
  change.enter({ kind: 'jobChanged', job: { ...job, takes: first }, did: 'split' })
  const { booking: _, insisted: __, untold: ___, heard: ____, ...other } = job
  wantJob(change, { words: { ...other, takes: rest } })
}

/** The requester says that the time of a visit suits them. @throws Refused when it is another time by now */
export function confirmVisit(change: Change, { id, now }: Of<'confirmVisit'>): void {
  const job = jobOf(change, id)
  const booking = bookingOf(job, change.state.bookings)
  if (!booking || !job.heard || booking.id !== now.booking || booking.from !== now.from)
    throw new Refused(
      'conflict',
      'The time of this visit has changed meanwhile; look at it again.',
      [],
      'visitMoved',
    )
  if (job.heard.suits) return
  change.enter({ kind: 'jobChanged', job: { ...job, heard: { ...job.heard, suits: true } }, did: 'suits' })
}
