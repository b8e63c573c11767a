import { HOUR, MINUTE } from '../../core/time'
import { deskNow, putForward } from '../clock/deskClock'
import { ringDue } from './alarms'
import type { Desk } from '../commands/desk'

/**
 * Puts the demo's time forward. It stops at each alarm on the way and lets it ring, so that everything
 * happens as if the time had passed.
 * @returns the new time and how many tickets rang
 */
export async function goForward(
  desk: Desk,
  by: '15m' | '1h' | 'alarm',
): Promise<{ now: number; rang: number }> {
  const from = deskNow()
  const next = await nextAlarm(desk, Number.MAX_SAFE_INTEGER)
  const target = by === 'alarm' ? (next ?? from) : from + (by === '1h' ? HOUR : 15 * MINUTE)
  let rang = 0
  for (let at = await nextAlarm(desk, target); at !== undefined; at = await nextAlarm(desk, target)) {
    await putForward(desk.db, at)
    const rangNow = await ringDue(desk)
    rang += rangNow
    // Another worker is ringing these; it is given the time to finish.
    if (rangNow === 0) await new Promise((done) => setTimeout(done, 20))
  }
  await putForward(desk.db, target)
  return { now: deskNow(), rang }
}

async function nextAlarm(desk: Desk, until: number): Promise<number | undefined> {
  const row = await desk.db
    .selectFrom('ticket')
    .select((e) => e.fn.min('alarm_at').as('at'))
    .where('alarm_at', '<=', until)
    .executeTakeFirst()
  return row?.at ?? undefined
}
