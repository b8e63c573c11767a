import { bookingOf } from '../dispatch'
import { MINUTE, type Instant } from '../time'
import {
  FIELD_STEPS,
  isBooked,
  type FieldStep,
  type StandingBooking,
  type UsedPart,
  type VisitReport,
} from '../work'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { tellOnWay } from './visits'
import { checkLine, enterTime, LONGEST, personOf } from './work'

// What whoever is sent does at a fixed time, and says of it. A device may bring it later than it was done.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Longest words of a report, in characters. */
export const REPORT_LIMIT = 4000
/** Most parts that one report names, and most pictures. */
export const MOST_PARTS = 40
export const MOST_PICTURES = 8

/** The fixed time of whoever does this. @throws Refused when it is not there, not theirs any more, or called off */
function ownBooking(change: Change, id: number): StandingBooking {
  const booking = change.state.bookings?.find((one) => one.id === id)
  if (!booking) throw new Refused('missing', 'This fixed time is not on the ticket any more.')
  if (booking.state === 'calledOff')
    throw new Refused('conflict', 'This fixed time was called off meanwhile.')
  if (booking.person !== personOf(change))
    throw new Refused(
      'conflict',
      `This fixed time is with ${change.directory.nameOf(booking.person)} meanwhile.`,
    )
  return booking
}

/** The latest of what was done until now; a device whose clock is wrong brings nothing out of its order. */
function momentOf({ now }: Change, { steps = {} }: StandingBooking, step: FieldStep, at: Instant): Instant {
  const before = FIELD_STEPS.slice(0, FIELD_STEPS.indexOf(step)).map((one) => steps[one] ?? 0)
  return Math.max(...before, Math.min(at, now))
}

/**
 * Whoever is sent is on the way, has begun, or is done; what they were at stands as time worked then.
 * @throws Refused when it is not their fixed time any more, or later steps were taken already
 */
export function fieldStep(change: Change, { id, step, at }: Of<'fieldStep'>): void {
  const booking = ownBooking(change, id)
  const { steps = {}, state, what } = booking
  if (steps[step] !== undefined) return
  if (!isBooked(booking) || (step === 'onWay' && state === 'begun'))
    throw new Refused('conflict', step === 'onWay' ? 'This has begun already.' : 'This is over already.')
  const when = momentOf(change, booking, step, at)
  change.enter({ kind: 'fieldStep', booking: id, what, step, when })
  if (step === 'onWay') tellWaiting(change, booking, when)
  if (step === 'done' && steps.begun !== undefined) enterWorked(change, booking, steps.begun, when)
}

/** A requester who knows of the visit hears that somebody is on the way, where that is still news. */
function tellWaiting(change: Change, booking: StandingBooking, when: Instant): void {
  const { jobs, bookings } = change.state
  const job = jobs?.find((one) => bookingOf(one, bookings)?.id === booking.id)
  if (job?.heard && change.now - when < OLD_NEWS) tellOnWay(change, booking)
}

/** So late nobody is told any more that somebody has set out, in milliseconds. Common practice, no source. */
const OLD_NEWS = 30 * MINUTE

/** The time at it is written down, unless that was done already, or a timer runs. */
function enterWorked(change: Change, { person, what }: StandingBooking, from: Instant, to: Instant): void {
  const { times = [], timers = [] } = change.state
  const isKnown =
    timers.some((one) => one.person === person) ||
    times.some((one) => one.person === person && one.from < to && one.to > from)
  if (to > from && !isKnown) enterTime(change, person, from, Math.min(to, from + LONGEST), what, false)
}

const tooMany = (field: string, message: string): never => {
  throw new Refused('invalid', 'This report cannot be kept so.', [{ field, message }])
}

/** @throws Refused where it is too long, says too much, or nothing */
function checkReport({ words, parts, signedBy = '', signature, pictures }: VisitReport): VisitReport {
  if (words.length > REPORT_LIMIT) tooMany('words', `please shorten this to ${REPORT_LIMIT} characters`)
  if (parts.length > MOST_PARTS) tooMany('parts', `at most ${MOST_PARTS} parts`)
  if (pictures.length > MOST_PICTURES) tooMany('pictures', `at most ${MOST_PICTURES} pictures`)
  const kept = parts.map((one): UsedPart => ({
    what: checkLine(one.what, 'parts'),
    count: checkLine(one.count, 'parts', false) || '1',
  }))
  const said = words.trim()
  if (!said && !kept.length && !signedBy.trim() && !signature && !pictures.length)
    tooMany('words', 'say what was done, or which parts were used')
  return {
    ...{ words: said, parts: kept, pictures },
    ...(signedBy.trim() && { signedBy: checkLine(signedBy, 'signedBy') }),
    ...(signature !== undefined && { signature }),
  }
}

/**
 * What whoever was there says of it: in words, with parts, a signature and pictures. The newest stands.
 * @throws Refused when it is not their fixed time any more, or there is too much of it
 */
export function reportVisit(change: Change, { id, report, files }: Of<'reportVisit'>): void {
  const { what } = ownBooking(change, id)
  change.enter({
    ...{ kind: 'visitReported', booking: id, what },
    ...{ report: checkReport(report), attachments: files },
  })
}
