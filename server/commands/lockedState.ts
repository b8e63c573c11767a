import { Refused, type TicketState } from '../../core/ticket'
import type { Trx } from '../db/connection'
import { STATE_COLUMNS, wholeState } from '../db/rows'

/** That there is no such ticket. */
export const noTicket = (reference: number) => new Refused('missing', `There is no ticket ${reference}.`)

/**
 * The state of a ticket, which nobody else changes until the transaction ends.
 * @throws Refused when there is no such ticket
 */
export async function lockedState(trx: Trx, reference: number): Promise<TicketState> {
  const row = await trx
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .forUpdate()
    .executeTakeFirst()
  if (!row) throw noTicket(reference)
  return wholeState(row)
}
