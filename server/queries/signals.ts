import { sql } from 'kysely'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { monitorFaults } from '../standins/monitor'

const DAY = 86_400_000
const LATEST = 50

/** The latest signals, and sums by kind, cover and outcome. */
export async function signalsPage(desk: Reading, days: number) {
  const since = deskNow() - days * DAY
  const [latest, sums, unknown, faults] = await Promise.all([
    desk.db
      .selectFrom('signal')
      .select(['source', 'id', 'type', 'subject', 'text', 'received_at', 'outcome', 'reference'])
      .orderBy('received_at', 'desc')
      .limit(LATEST)
      .execute(),
    desk.db
      .selectFrom('signal')
      .select(['kind', 'cover', 'outcome', (e) => e.fn.countAll<number>().as('count')])
      .where('received_at', '>=', since)
      .where('kind', 'is not', null)
      .groupBy(['kind', 'cover', 'outcome'])
      .execute(),
    desk.db
      .selectFrom('signal')
      .select(['type', (e) => e.fn.countAll<number>().as('count')])
      .where('received_at', '>=', since)
      .where('outcome', '=', 'unknown')
      .groupBy('type')
      .orderBy('count', 'desc')
      .limit(20)
      .execute(),
    monitorFaults(desk.db),
  ])
  return { days, latest, sums, unknown, faults }
}

/** How often people overruled each rule of triage in the last days, and what they set instead. */
export async function correctionsPage(desk: Reading, days: number) {
  const since = deskNow() - days * DAY
  const { rows } = await sql<{ article: string; field: string; value: string; to: string; count: number }>`
    select body->'overruled'->>'article' as article, body->>'field' as field, body->'overruled'->>'value' as value,
      body->>'value' as to, count(*)::int as count
    from entry where kind = 'resorted' and at >= ${since} and body ? 'overruled'
    group by 1, 2, 3, 4 order by count desc limit 500`.execute(desk.db)
  return { days, corrections: rows }
}
