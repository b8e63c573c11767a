import { sql } from 'kysely'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import { DAY } from '../../core/time'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

const MOST = 10
/** What nobody has looked at for so long is over. */
const LASTS = 7 * DAY

/** Sorts of tickets that may have one cause and that nobody has said anything of, the newest first; those of tickets that somebody sees. */
export async function openSuspicions(desk: Reading, caller: Pick<Caller, 'id'>) {
  const sees = seenSql(await sightOf(desk, caller.id))
  const rows = await desk.db
    .selectFrom('suspicion')
    .innerJoin('ticket', 'ticket.reference', 'suspicion.ticket')
    .select(['id', 'suspicion.ticket', 'summary', 'words', 'began_at', 'last_at', 'count', 'span'])
    .select(['usual', 'chance'])
    .where('settled_at', 'is', null)
    .where('last_at', '>=', deskNow() - LASTS)
    .where(sees)
    .orderBy('last_at', 'desc')
    .limit(MOST)
    .execute()
  const named = await ticketsOf(
    desk,
    sees,
    rows.map((one) => Number(one.id)),
  )
  return rows.map(({ id, began_at, last_at, span, ...row }) => ({
    ...row,
    ...{ id: Number(id), beganAt: began_at, lastAt: last_at, within: span },
    /** Those of them that are open and that are named: of a storm not all are. */
    tickets: named.get(Number(id)) ?? [],
  }))
}

async function ticketsOf(desk: Reading, sees: ReturnType<typeof seenSql>, ids: readonly number[]) {
  const named = new Map<number, number[]>()
  if (!ids.length) return named
  const rows = await desk.db
    .selectFrom('suspected')
    .innerJoin('ticket', 'ticket.reference', 'suspected.reference')
    .select(['suspicion', 'ticket.reference'])
    .where('suspicion', 'in', [...ids])
    .where('status_group', '<>', 'done')
    .where(sees)
    .orderBy(sql`ticket.reference`)
    .execute()
  for (const { suspicion, reference } of rows) {
    const id = Number(suspicion)
    named.set(id, [...(named.get(id) ?? []), reference])
  }
  return named
}
