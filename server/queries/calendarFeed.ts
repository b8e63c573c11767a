import ICAL from 'ical.js'
import { DAY } from '../../core/time'
import { deskAddress, keyOfToken } from '../base/links'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { fixedTimesIn, type FixedTime } from './hands'
import type { Reading } from './reading'

/** So far back and ahead an address has what somebody does at fixed times. */
const BEHIND = 30 * DAY
const AHEAD = 120 * DAY

/** What the address of somebody's fixed times stands for. @param made how many were made, that one among them */
export const feedKey = (person: string, made: number): string =>
  Buffer.from(`${made}:${person}`).toString('base64url')

/** Whether somebody has an address at which their fixed times are read. */
export async function hasFeed(db: Database, person: string): Promise<boolean> {
  const found = await db
    .selectFrom('calendar_feed')
    .select('person')
    .where('person', '=', person)
    .where('ended', '=', false)
    .executeTakeFirst()
  return found !== undefined
}

/** Whose an address is; undefined where we never made it, another was made since, or they have left. */
async function personOfFeed({ db, knowledge }: Reading, token: string): Promise<string | undefined> {
  const key = await keyOfToken(db, 'calendar', token)
  const [, made, person] = /^(\d{1,9}):(.+)$/.exec(Buffer.from(key ?? '', 'base64url').toString()) ?? []
  if (made === undefined || person === undefined) return undefined
  const found = await db
    .selectFrom('calendar_feed')
    .select('person')
    .where('person', '=', person)
    .where('made', '=', Number(made))
    .where('ended', '=', false)
    .executeTakeFirst()
  return found && (await knowledge.directory()).people.get(person)?.active ? person : undefined
}

/**
 * What somebody does at fixed times, as iCalendar (RFC 5545).
 * @returns undefined where nobody's is read at that address
 */
export async function calendarFeed(desk: Reading, token: string): Promise<string | undefined> {
  const person = await personOfFeed(desk, token)
  if (person === undefined) return undefined
  const now = deskNow()
  const [directory, fixed] = await Promise.all([
    desk.knowledge.directory(),
    fixedTimesIn(desk.db, { start: now - BEHIND, end: now + AHEAD }, [person]),
  ])
  const calendar = new ICAL.Component(['vcalendar', [], []])
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Yare Ledger//Fixed times//EN')
  calendar.updatePropertyWithValue('x-wr-calname', `Fixed times of ${directory.nameOf(person)}`)
  for (const one of fixed) {
    const site = directory.sites.get(one.site ?? '')
    calendar.addSubcomponent(eventOf(one, [site?.name, site?.address].filter(Boolean).join(', '), now))
  }
  return calendar.toString()
}

function eventOf({ reference, booking, start, end, what }: FixedTime, place: string, now: number) {
  const event = new ICAL.Component('vevent')
  event.updatePropertyWithValue('uid', `${reference}-${booking}@fixed.yare-ledger`)
  event.updatePropertyWithValue('dtstamp', utc(now))
  event.updatePropertyWithValue('dtstart', utc(start))
  event.updatePropertyWithValue('dtend', utc(end))
  event.updatePropertyWithValue('summary', `${reference} ${what}`)
  if (place) event.updatePropertyWithValue('location', place)
  event.updatePropertyWithValue('url', `${deskAddress()}/desk/${reference}`)
  event.updatePropertyWithValue('status', 'CONFIRMED')
  return event
}

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(Math.floor(at / 1000) * 1000), true)
