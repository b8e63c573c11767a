import { Refused, type TicketState } from '../../core/ticket'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { Reading } from './reading'

/** A ticket as it stands; undefined where there is none of that number. */
export async function findState(desk: Reading, reference: number): Promise<TicketState | undefined> {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  return row && wholeState(row)
}

/** A ticket as it stands. @throws Refused where there is none of that number */
export async function ticketState(desk: Reading, reference: number): Promise<TicketState> {
  const state = await findState(desk, reference)
  if (!state) throw new Refused('missing', `There is no ticket ${reference}.`)
  return state
}
