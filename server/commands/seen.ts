import { Refused, sinceSeen, type Decided } from '../../core/ticket'
import { entriesFromRows } from '../db/rows'
import type { Trx } from '../db/connection'

/** Most entries that are looked through: whoever saw less than that is told that much has happened. */
const MOST = 200

/**
 * Sees to it that nothing happened to a ticket that somebody has not seen who writes to its requester.
 * @param seen number of the last entry that they saw
 * @throws Refused when something did, so that nothing is sent
 */
export async function refuseMovedOn(
  trx: Trx,
  { state: { reference }, entries }: Pick<Decided, 'state' | 'entries'>,
  seen: number,
  by: string,
): Promise<void> {
  const first = entries[0]?.sequence
  const rows = await trx
    .selectFrom('entry')
    .selectAll()
    .where('reference', '=', reference)
    .where('sequence', '>', seen)
    .$if(first !== undefined, (q) => q.where('sequence', '<', first!))
    .orderBy('sequence')
    .limit(MOST)
    .execute()
  if (sinceSeen(entriesFromRows(rows).entries, seen, by).length)
    throw new Refused(
      'conflict',
      'The ticket moved on while you wrote. Nothing was sent; look at what happened, and send it again if it still holds.',
    )
}
