import { sql, type Selectable } from 'kysely'
import { Refused } from '../../core/ticket'
import type { Database, Trx } from '../db/connection'
import type { Tables } from '../db/tables'

/** A desk that tickets are exchanged with, as it is kept. */
export type Partner = Selectable<Tables['partner']>

/** @throws Refused where there is none of that id */
export async function partnerOf(db: Database | Trx, id: string): Promise<Partner> {
  const found = await db.selectFrom('partner').selectAll().where('id', '=', id).executeTakeFirst()
  if (!found) throw new Refused('missing', 'There is no such partner desk.')
  return found
}

/** What a notice says where a pairing, or what is exchanged, is another. */
export const MAPS = 'maps'

/**
 * Tells browsers that something of partners has changed, once that is stored.
 * @param what `MAPS` where processes are to read them anew
 */
export const notifyPartners = (trx: Trx | Database, what: typeof MAPS | '' = '') =>
  sql`select pg_notify('yare_partners', ${what})`.execute(trx)

/** The keys by which words of a partner are checked: the present one, and for a day that of before. */
export const keysOf = (
  { their_key: key, their_key_before: before, their_renewed_at: at }: Partner,
  now: number,
) => [key, ...(before !== null && now - at < KEYS_OVERLAP ? [before] : [])]

/** How long the key of before is still taken beside a new one. */
const KEYS_OVERLAP = 24 * 3_600_000

/** The partners as who looks after them sees them, with what waits to go to each; nothing of keys. */
export async function partnersPage({ db }: { db: Database }) {
  const [partners, waiting] = await Promise.all([
    db.selectFrom('partner').selectAll().orderBy('name').execute(),
    db
      .selectFrom('partner_outbox')
      .select((e) => ['partner', e.fn.countAll<number>().as('count'), e.fn.min('at').as('since')])
      .where('gone_at', 'is', null)
      .groupBy('partner')
      .execute(),
  ])
  return {
    partners: partners.map((one) => {
      const { count = 0, since = null } = waiting.find(({ partner }) => partner === one.id) ?? {}
      return {
        ...{ id: one.id, name: one.name, address: one.address, offer: one.offer },
        ...{ pairedAt: one.paired_at, pairedBy: one.paired_by, renewedAt: one.renewed_at },
        ...{ endedAt: one.ended_at, endedBy: one.ended_by, heardAt: one.heard_at },
        ...{ unreachableSince: one.unreachable_since, unreachableWhy: one.unreachable_why },
        waiting: { count: Number(count), since },
      }
    }),
  }
}
