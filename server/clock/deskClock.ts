import { sql } from 'kysely'
import type { Instant } from '../../core/time'
import type { Database } from '../db/connection'

/**
 * Desk time: the only place in the server that reads a clock. For real use it is the time of the
 * machine; in the demo it is that plus an offset which is kept in the database, so that all processes
 * agree and it can be put forward.
 */
export interface ClockSetting {
  mode: 'real' | 'demo'
  /** Desk time minus machine time, in milliseconds. */
  offset: number
  /** Latest desk time seen, so that the demo goes on from there after it was down. */
  seen: Instant
}

const KEY = 'desk-clock'
let offset = 0
let mode: ClockSetting['mode'] = 'real'

/** The desk's time. */
export function deskNow(): Instant {
  return Date.now() + offset
}

/** The machine's time, for what has nothing to do with the desk (sessions, limits, durations). */
export function machineNow(): Instant {
  return Date.now()
}

export function clockMode(): ClockSetting['mode'] {
  return mode
}

export async function loadClock(db: Database): Promise<void> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  const setting = row?.value as ClockSetting | undefined
  mode = setting?.mode ?? 'real'
  offset = setting?.offset ?? 0
}

async function save(db: Database, setting: ClockSetting): Promise<void> {
  const value = JSON.stringify(setting)
  await db
    .insertInto('setting')
    .values({ key: KEY, value })
    .onConflict((on) => on.column('key').doUpdateSet({ value }))
    .execute()
  mode = setting.mode
  offset = setting.offset
  await sql`select pg_notify('yare_clock', '')`.execute(db)
}

/** Starts (or starts again) the demo's time at a moment. */
export async function startDemoClock(db: Database, at: Instant): Promise<void> {
  await save(db, { mode: 'demo', offset: at - Date.now(), seen: at })
}

/** Goes on where the demo stood when it went down: the latest time seen by a heartbeat or by an entry. */
export async function resumeDemoClock(db: Database): Promise<void> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  const setting = row?.value as ClockSetting | undefined
  if (setting?.mode !== 'demo') return
  const latest = await db
    .selectFrom('ticket')
    .select((e) => e.fn.max('changed_at').as('at'))
    .executeTakeFirst()
  await startDemoClock(db, Math.max(setting.seen, Number(latest?.at ?? 0)))
}

/** Notes the time seen; called every few seconds by the demo's server. */
export async function heartbeat(db: Database): Promise<void> {
  if (mode !== 'demo') return
  await sql`update setting set value = jsonb_set(value, '{seen}', to_jsonb(greatest((value->>'seen')::bigint, ${deskNow()}::bigint)))
    where key = ${KEY}`.execute(db)
}

/** Puts the demo's time forward to a moment; it never goes back. */
export async function putForward(db: Database, to: Instant): Promise<void> {
  if (mode !== 'demo') throw new Error('only the demo has a clock that can be put forward')
  if (to > deskNow()) await save(db, { mode, offset: to - Date.now(), seen: to })
}
