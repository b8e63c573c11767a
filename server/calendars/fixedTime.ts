import ICAL from 'ical.js'
import type { Instant } from '../../core/time'
import type { BookingAnswer } from '../../core/work'
import { componentOf } from './componentOf'

// Fixed times as iCalendar has them (RFC 5545), invitations to them and what is answered (RFC 5546).

/** What a calendar shows of a fixed time. */
export interface ShownTime {
  uid: string
  from: Instant
  to: Instant
  summary: string
  /** Empty where it has no place. */
  place: string
  /** Where more of it is read. */
  url: string
  /** When it was said so. */
  at: Instant
}

/** @param events as `eventOf` makes them */
export function calendarWith(events: readonly ICAL.Component[], name?: string): ICAL.Component {
  const calendar = new ICAL.Component(['vcalendar', [], []])
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Yare Ledger//Fixed times//EN')
  if (name !== undefined) calendar.updatePropertyWithValue('x-wr-calname', name)
  for (const one of events) calendar.addSubcomponent(one)
  return calendar
}

export function eventOf({ uid, from, to, summary, place, url, at }: ShownTime): ICAL.Component {
  const event = new ICAL.Component('vevent')
  event.updatePropertyWithValue('uid', uid)
  event.updatePropertyWithValue('dtstamp', utc(at))
  event.updatePropertyWithValue('dtstart', utc(from))
  event.updatePropertyWithValue('dtend', utc(to))
  event.updatePropertyWithValue('summary', summary)
  if (place) event.updatePropertyWithValue('location', place)
  event.updatePropertyWithValue('url', url)
  event.updatePropertyWithValue('status', 'CONFIRMED')
  return event
}

const utc = (at: Instant) => ICAL.Time.fromJSDate(new Date(Math.floor(at / 1000) * 1000), true)

interface Sending {
  /** The mailbox that it comes from, and who is invited. */
  organizer: string
  attendee: string
  sequence: number
  isOff: boolean
}

/** An invitation to a fixed time, or that it is called off (RFC 5546 §3.2.2, §3.2.5). */
export function invitation(
  shown: ShownTime,
  { organizer, attendee, sequence, isOff }: Sending,
): { method: 'REQUEST' | 'CANCEL'; content: string } {
  const event = eventOf(shown)
  event.updatePropertyWithValue('sequence', sequence)
  event.updatePropertyWithValue('organizer', `mailto:${organizer}`)
  const asked = event.addPropertyWithValue('attendee', `mailto:${attendee}`)
  if (!isOff) {
    asked.setParameter('partstat', 'NEEDS-ACTION')
    asked.setParameter('rsvp', 'TRUE')
  }
  if (isOff) event.updatePropertyWithValue('status', 'CANCELLED')
  const method = isOff ? 'CANCEL' : 'REQUEST'
  const calendar = calendarWith([event])
  calendar.updatePropertyWithValue('method', method)
  return { method, content: calendar.toString() }
}

/** What a calendar answers to an invitation. */
export interface CalendarReply {
  uid: string
  answer: BookingAnswer
  /** Of the invitation that it answers. */
  sequence: number
}

const ANSWERS: Partial<Record<string, BookingAnswer>> = {
  ...{ ACCEPTED: 'accepted', TENTATIVE: 'tentative', DECLINED: 'declined' },
}
/** Longest answer that is read, in characters; calendars send some hundred. */
const LONGEST = 100_000

/** Reads an answer (RFC 5546 §3.2.3); undefined for anything else, however damaged. */
export function readReply(text: string): CalendarReply | undefined {
  if (text.length > LONGEST) return undefined
  try {
    const calendar = componentOf(text)
    if (String(calendar.getFirstPropertyValue('method')).toUpperCase() !== 'REPLY') return undefined
    const event = calendar.getFirstSubcomponent('vevent')
    const uid = event?.getFirstPropertyValue('uid')
    const status = event?.getFirstProperty('attendee')?.getFirstParameter('partstat')
    const answer = ANSWERS[String(status).toUpperCase()]
    if (typeof uid !== 'string' || !answer) return undefined
    return { uid: uid.slice(0, 300), answer, sequence: Number(event?.getFirstPropertyValue('sequence') ?? 0) }
  } catch {
    return undefined
  }
}
