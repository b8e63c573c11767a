import { Refused, type DeliveryState, type TicketState } from '../../core/ticket'
import type { CallAnswer } from '../../core/plan'
import type { Reason } from '../../core/reason'
import type { Trx } from '../db/connection'
import type { Message } from '../delivery/channels'
import type { Desk } from './desk'

/** What became of a message. */
export interface Outcome {
  state: DeliveryState
  /** How often it was tried on its way. */
  attempts: number
  /** What the outside said. */
  detail: string
  why?: Reason
  /** What another system answered. */
  answer?: CallAnswer
}

/** Writes what became of a message into its ticket's record, and with it into the outbox. */
export function recordOutcome(
  desk: Desk,
  { reference, key, subject, body, sender, written }: Message,
  { state, attempts, detail, why, answer }: Outcome,
  also?: (trx: Trx) => Promise<void>,
): Promise<TicketState> {
  const content = { subject, body, from: sender, ...(written !== null && { written }) }
  const command = { kind: 'recordDelivery', key, state, attempt: attempts, detail, content } as const
  return desk.run(
    reference,
    { ...command, ...(why && { why }), ...(answer && { answer }) },
    { system: 'messages' },
    also,
  )
}

/**
 * Tries a message again that was given up, or does not let it wait any longer.
 * @throws Refused when there is none, or it has gone
 */
export async function tryAgain(desk: Desk, key: string, by: string): Promise<void> {
  const row = await desk.db.selectFrom('outbox').select('reference').where('key', '=', key).executeTakeFirst()
  if (!row) throw new Refused('missing', 'There is no such message.')
  const why = { is: 'triedAgain', by } as const
  const command = { kind: 'recordDelivery', key, state: 'queued', attempt: 0, detail: '', why } as const
  await desk.run(row.reference, command, { person: by })
}
