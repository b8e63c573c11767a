import { durationInWords, type Instant } from '../time'
import { momentSaid, type Language } from '../words'
import {
  isBooked,
  plainBooking,
  PLAIN_ROUNDING,
  roundedTime,
  type Booking,
  type StandingBooking,
} from '../work'
import type { Change } from './change'
import { isDone } from './done'
import type { Invite } from './entry'
import { inviteOf } from './invite'
import { Refused, type Command } from './command'
type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Longest stretch that one time record may cover, in milliseconds: a day. */
export const LONGEST = 24 * 60 * 60_000
/** Longest line of a task, a booking or a time record, in characters. */
const LINE_LIMIT = 300

/** Id of the entry that comes next; what it makes is called by that. */
export const nextId = ({ state }: Change) => state.sequence + 1

/**
 * Who does this.
 * @throws Refused where the desk itself does it: only people work
 */
export function personOf({ context, directory }: Change): string {
  const { actor } = context
  if (!('person' in actor) || !directory.people.has(actor.person))
    throw new Refused('forbidden', 'Only a person of the desk can do this.')
  return actor.person
}

/**
 * A line as it is kept.
 * @throws Refused where it is too long, or nothing where something is needed
 */
export function checkLine(text: string, field: string, isNeeded = true): string {
  const line = text.trim().replace(/\s+/g, ' ')
  if (isNeeded && line === '')
    throw new Refused('invalid', 'Something is missing.', [{ field, message: 'please fill this in' }])
  if (line.length > LINE_LIMIT)
    throw new Refused('invalid', 'This is too long.', [
      { field, message: `please shorten this to ${LINE_LIMIT} characters; it has ${line.length}` },
    ])
  return line
}

const timerOf = ({ state }: Change, person: string) => state.timers?.find((one) => one.person === person)

/** @throws Refused when the timer of this person runs already, or the ticket is done */
export function startTimer(change: Change): void {
  const person = personOf(change)
  const { state, design } = change
  if (timerOf(change, person)) throw new Refused('conflict', 'Your timer runs on this ticket already.')
  if (isDone(state, design))
    throw new Refused('conflict', 'This ticket is done; open it again to work on it.')
  change.enter({ kind: 'timerStarted', person })
}

/** @throws Refused when no timer runs, or it is to stop before it began or in the time to come */
export function stopTimer(
  change: Change,
  { person, until, what = '', drop }: Omit<Of<'stopTimer'>, 'kind'>,
): void {
  const whose = person ?? personOf(change)
  const timer = timerOf(change, whose)
  if (!timer) throw new Refused('conflict', 'No timer of yours runs on this ticket any more.')
  if (drop) return change.enter({ kind: 'timerDropped', person: whose })
  const to = until ?? change.now
  if (to < timer.since || to > change.now)
    throw new Refused('invalid', 'The timer cannot stop then.', [
      { field: 'until', message: 'give a moment between its start and now' },
    ])
  enterTime(change, whose, timer.since, to, what, true)
}

/**
 * On a ticket that is done nobody works, whoever or whatever has ended it. A timer that was forgotten for longer than a
 * record can cover keeps nothing from ending.
 */
export function stopTimersWhereDone(change: Change): void {
  const { state, design, now } = change
  if (!state.timers?.length || !isDone(state, design)) return
  for (const { person, since } of state.timers)
    stopTimer(change, { person, until: Math.min(now, since + LONGEST) })
}

/** @throws Refused when the time lies in the future, is no stretch, or is longer than a day */
export function recordTime(change: Change, { from, to, what }: Of<'recordTime'>): void {
  const person = personOf(change)
  if (to <= from)
    throw new Refused('invalid', 'This is no stretch of time.', [
      { field: 'to', message: 'give an end after the beginning' },
    ])
  if (to > change.now)
    throw new Refused('invalid', 'Only time that has passed can be written down.', [
      { field: 'to', message: 'give an end that is not in the future' },
    ])
  enterTime(change, person, from, to, checkLine(what, 'what'), false)
}

export function enterTime(
  change: Change,
  person: string,
  from: Instant,
  to: Instant,
  what: string,
  timer: boolean,
): void {
  if (to - from > LONGEST)
    throw new Refused('invalid', 'One time record covers a day at most.', [
      {
        field: timer ? 'until' : 'to',
        message: `this would be ${durationInWords(to - from)}; say when it ended`,
      },
    ])
  const rounding = change.design.design.desk.rounding ?? PLAIN_ROUNDING
  const counted = roundedTime(to - from, rounding)
  const record = { id: nextId(change), person, from, to, counted, what: checkLine(what, 'what', false) }
  change.enter({ kind: 'timeRecorded', record, ...(timer && { timer: true as const }) })
}

/** @throws Refused when there is no such record, or it is somebody else's and whoever does so has no right to */
export function dropTime(change: Change, id: number): void {
  const record = change.state.times?.find((one) => one.id === id)
  if (!record) throw new Refused('missing', 'This time is not on the ticket any more.')
  refuseOthers(change, record.person, 'Your role does not drop the time of somebody else; ask a lead.')
  change.enter({ kind: 'timeDropped', id })
}

function refuseOthers(change: Change, owner: string, message: string): void {
  const person = personOf(change)
  if (person !== owner && !change.directory.may(person, 'manageTime')) throw new Refused('forbidden', message)
}

/** @throws Refused when it is no time, or more than a hundred days */
export function estimate(change: Change, takes: number | null): void {
  if (takes !== null && !(takes > 0 && takes <= 100 * LONGEST))
    throw new Refused('invalid', 'This cannot be how long it takes.', [
      { field: 'minutes', message: 'give the minutes of work, above 0' },
    ])
  if ((change.state.estimate ?? null) !== takes) change.enter({ kind: 'estimated', takes })
}

/** Somebody is expected at a fixed time; whoever it is is told. */
export function book(change: Change, booking: Omit<Of<'book'>, 'kind'>): void {
  tellOfBooking(change, bookQuietly(change, booking))
}

/** The same, and whoever it is hears of it later. */
export function bookQuietly(change: Change, { person, from, to, what }: Omit<Of<'book'>, 'kind'>): Booking {
  const booking: Booking = {
    ...{ id: nextId(change), from, to, state: 'booked' },
    person: workerOf(change, person),
    what: checkLine(what, 'what'),
  }
  checkStretch(from, to)
  change.enter({ kind: 'booked', booking })
  return booking
}

/** Whoever has a fixed time is told of it, unless they said so themselves and never heard of it from others. */
export function tellOfBooking(change: Change, booking: StandingBooking): void {
  tellOne(change, booking, 'booked', inviteOf(change, booking))
}

/** Whoever had it hears that it is no longer theirs, unless they said so themselves and never heard of it from others. */
const tellLost = (change: Change, booking: StandingBooking) =>
  tellOne(change, booking, 'unbooked', inviteOf(change, booking, true))

/** A calendar that has the invitation of somebody else is told of what its owner changes too. */
function tellOne(
  change: Change,
  { person: id, from, told }: StandingBooking,
  template: string,
  invite: Invite,
): void {
  const { directory, context, now } = change
  const person = directory.people.get(id)
  const isTheirs = 'person' in context.actor && context.actor.person === id
  if (!person || (isTheirs && !told)) return
  const more = (language: Language) => ({ text: momentSaid(from, person.zone, now, language) })
  change.tell([person], template, more, { invite })
}

function checkStretch(from: Instant, to: Instant): void {
  if (!(to > from) || to - from > LONGEST)
    throw new Refused('invalid', 'This is no time that can be booked.', [
      { field: 'to', message: 'give an end after the beginning, within a day' },
    ])
}

/** @throws Refused where there is no such person of the desk any more */
export function workerOf({ directory }: Change, id: string): string {
  const person = directory.people.get(id)
  if (!person?.active || person.role === 'requester')
    throw new Refused('invalid', 'This person cannot be booked.', [
      { field: 'person', message: 'choose somebody of the desk who is active' },
    ])
  return person.id
}

interface Quiet {
  /** Nobody hears of it. */
  quietly?: boolean
  /** Whoever has it until now does not know of it. */
  untold?: boolean
}

/** A booking begins, ends, is called off, or goes to another time or person. */
export function changeBooking(
  change: Change,
  { id, state, quietly, untold, ...to }: Omit<Of<'changeBooking'>, 'kind'> & Quiet,
): void {
  const found = change.state.bookings?.find((one) => one.id === id)
  if (!found) throw new Refused('missing', 'This fixed time is not on the ticket any more.')
  const before = plainBooking(found)
  if (!isBooked(before)) throw new Refused('conflict', 'This fixed time is over already.')
  const booking: Booking = {
    ...before,
    ...(to.from !== undefined && { from: to.from }),
    ...(to.to !== undefined && { to: to.to }),
    ...(to.person !== undefined && handedTo(before, workerOf(change, to.person))),
    ...(state !== undefined && { state }),
  }
  checkStretch(booking.from, booking.to)
  change.enter({ kind: 'bookingChanged', booking })
  if (quietly) return
  const isLost = state === 'calledOff' || booking.person !== before.person
  if (isLost && !untold) tellLost(change, found)
  if (state !== 'calledOff' && (to.from !== undefined || to.to !== undefined || to.person !== undefined))
    tellOfBooking(
      change,
      change.state.bookings!.find((one) => one.id === id)!,
    )
}

/** Whoever takes over what somebody else began has not begun. */
const handedTo = (before: Booking, person: string): Partial<Booking> =>
  person === before.person ? {} : { person, state: 'booked' }

/** One half of a link begins or ends. */
export function link(change: Change, { to, as, on, because }: Of<'link'>): void {
  const { state } = change
  const has = (state.links ?? []).some((one) => one.reference === to && one.as === as)
  if (to === state.reference) throw new Refused('invalid', 'A ticket cannot be linked with itself.')
  if (has === on) return
  if (on) change.enter({ kind: 'linked', to, as, ...(because && { because }) })
  else change.enter({ kind: 'unlinked', to, as })
}
