import { sql } from 'kysely'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Trx } from '../db/connection'
import type { Message } from './channels'

/** Asks for a job to run again later; graphile-worker's helpers can. */
export type Later = (task: string, payload: object, seconds: number, jobKey: string) => Promise<unknown>

/** Writes what became of a message into the ticket's record and the outbox, both or neither. */
export async function record(
  desk: Desk,
  { reference, key, subject, body, sender }: Message,
  state: 'sent' | 'delivered' | 'failed' | 'givenUp',
  attempt: number,
  detail: string,
  also?: (trx: Trx) => Promise<void>,
): Promise<void> {
  const now = deskNow()
  const content = { subject, body, from: sender }
  const command = { kind: 'recordDelivery', key, state, attempt, detail, content } as const
  await desk.run(reference, command, { system: 'messages' }, async (trx) => {
    await trx
      .updateTable('outbox')
      .set({
        state: sql`case when state = 'acknowledged' then state else ${state} end`,
        attempts: attempt,
        detail,
        ...(['sent', 'delivered'].includes(state) && {
          sent_at: sql<number>`coalesce(sent_at, ${now}::bigint)`,
        }),
        ...(state === 'delivered' && { delivered_at: now }),
      })
      .where('key', '=', key)
      .execute()
    await also?.(trx)
  })
}
