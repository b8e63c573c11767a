import { bookingOf } from '../dispatch'
import { REQUESTER } from '../rights'
import { momentSaid } from '../words'
import type { Booking, BookingAnswer } from '../work'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { plannersOf } from './missedBooking'
import { personOf } from './work'

// Fixed times are answered from calendars: by whoever is sent, or by the requester who is visited (RFC 5546).

const changed = () =>
  new Refused('conflict', 'The time that this answers has changed meanwhile, or was called off.')

/**
 * Somebody answers an invitation: whoever is sent, or the requester who is visited. Where one of them does not come,
 * those who plan hear of it.
 * @throws Refused when it is another time by now, or theirs no longer
 */
export function answerInvite(
  change: Change,
  { id, from, answer }: Extract<Command, { kind: 'answerInvite' }>,
): void {
  const booking = change.state.bookings?.find((one) => one.id === id)
  if (booking?.state !== 'booked' || booking.from !== from) throw changed()
  const person = personOf(change)
  if (booking.person !== person) return answerVisit(change, booking, answer)
  if (booking.answer === answer) return
  change.enter({ kind: 'bookingAnswered', booking: id, from, answer })
  if (answer === 'declined') tellPlanners(change, booking)
}

/** The requester says from their calendar whether the time of a visit suits them. */
function answerVisit(change: Change, booking: Booking, answer: BookingAnswer): void {
  const { state, directory } = change
  const job = state.jobs?.find((one) => bookingOf(one, state.bookings)?.id === booking.id)
  const isRequester =
    personOf(change) === state.requester && directory.people.get(state.requester)?.role === REQUESTER
  if (!job?.heard || job.heard.from !== booking.from || !isRequester) throw changed()
  const suits = answer === 'accepted' ? true : answer === 'declined' ? false : undefined
  if (suits === undefined || job.heard.suits === suits) return
  const did = suits ? 'suits' : 'suitsNot'
  change.enter({ kind: 'jobChanged', job: { ...job, heard: { ...job.heard, suits } }, did })
  if (!suits) tellPlanners(change, booking)
}

/** Somebody does not come, or is not there: whoever would go, and those who plan, hear of it. */
function tellPlanners(change: Change, { person, from, what }: Booking): void {
  const { directory, now } = change
  const by = personOf(change)
  const told = [...new Set([person, ...plannersOf(change)])].filter((one) => one !== by)
  for (const one of told.map((id) => directory.people.get(id)))
    change.tell([one], 'timeDeclined', (language) => ({
      text: `${directory.nameOf(by)}: ${what}, ${momentSaid(from, one?.zone ?? 'UTC', now, language)}`,
    }))
}
