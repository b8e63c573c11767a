import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'

/** What became of a mail to a mailbox of ours. */
export type MailOutcome =
  'ticket' | 'answer' | 'note' | 'unproven' | 'automatic' | 'report' | 'refused' | 'kept' | 'tooMany'

/** Notes what became of a mail; the same mail is noted once. */
export async function note(
  db: Database | Trx,
  { messageId, recipient, sender }: { messageId: string; recipient: string; sender: string },
  outcome: MailOutcome,
  reference: number | null,
  detail = '',
): Promise<void> {
  await db
    .insertInto('mail_in')
    .values({
      message_id: messageId,
      recipient,
      sender,
      received_at: deskNow(),
      outcome,
      reference,
      detail: detail.slice(0, 300),
    })
    .onConflict((on) => on.columns(['message_id', 'recipient']).doNothing())
    .execute()
}
