import { fixedTimeUid } from '../../core/mail'
import { DAY } from '../../core/time'
import { deskAddress, keyOfToken, mailSigner } from '../base/links'
import { calendarWith, eventOf } from '../calendars/fixedTime'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { MAIL_DOMAIN } from '../delivery/channels'
import { fixedTimesIn } from './hands'
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
  const sign = await mailSigner(desk.db)
  const events = fixed.map(({ reference, booking, start, end, what, site: id }) => {
    const site = directory.sites.get(id ?? '')
    return eventOf({
      uid: fixedTimeUid(reference, booking, MAIL_DOMAIN, sign),
      ...{ from: start, to: end, summary: `${reference} ${what}`, at: now },
      place: [site?.name, site?.address].filter(Boolean).join(', '),
      url: `${deskAddress()}/desk/${reference}`,
    })
  })
  return calendarWith(events, `Fixed times of ${directory.nameOf(person)}`).toString()
}
