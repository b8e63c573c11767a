import { createTransport, type Transporter } from 'nodemailer'
import { messageId, threadId } from '../../core/mail'
import { MAX_ATTEMPTS } from '../commands/store'
import type { Desk } from '../commands/desk'
import { log } from '../http/log'

/** Behind the @ of the identifiers of our mails. */
export const MAIL_DOMAIN = 'desk.yare.localhost'

/** A mail transport for an SMTP address, kept open between mails. */
export function mailTransport(url: string): Transporter {
  return createTransport({
    url,
    pool: true,
    maxConnections: 4,
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 15_000,
    tls: { rejectUnauthorized: false },
  } as object)
}

/**
 * Delivers one message of the outbox by mail and writes the outcome into the ticket's record.
 * It may run twice after a crash: the mail then has the same Message-ID, by which a repeat is recognised.
 * @throws Error when the mail server refused, so that the job is tried again later with a growing gap
 */
export async function deliver(
  desk: Desk,
  transport: Transporter,
  key: string,
  attempt: number,
): Promise<void> {
  const message = await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst()
  if (!message || message.state === 'sent' || message.state === 'givenUp') return
  const thread = threadId(message.reference, MAIL_DOMAIN)
  const begun = await desk.db
    .selectFrom('mail_in')
    .select('message_id')
    .where('reference', '=', message.reference)
    .where('sender', '=', message.address.toLowerCase())
    .orderBy('id')
    .limit(1)
    .executeTakeFirst()
  try {
    const { response } = await transport.sendMail({
      from: message.sender,
      to: message.address,
      subject: message.subject,
      text: message.body,
      messageId: messageId(message.key, MAIL_DOMAIN),
      // Who began by mail finds our mails below their own.
      inReplyTo: begun?.message_id ?? thread,
      references: [...(begun ? [begun.message_id] : []), thread],
      headers: { 'Auto-Submitted': 'auto-generated', 'X-Yare-Ticket': String(message.reference) },
    })
    await record(desk, message.reference, key, 'sent', attempt, String(response ?? 'accepted'))
  } catch (error) {
    const detail = (error as Error).message.slice(0, 300)
    const last = attempt >= MAX_ATTEMPTS
    await record(desk, message.reference, key, last ? 'givenUp' : 'failed', attempt, detail)
    if (last) log.error({ key, detail }, 'a message was given up')
    else throw error
  }
}

async function record(
  desk: Desk,
  reference: number,
  key: string,
  state: 'sent' | 'failed' | 'givenUp',
  attempt: number,
  detail: string,
): Promise<void> {
  await desk.run(
    reference,
    { kind: 'recordDelivery', key, state, attempt, detail },
    { system: 'mail' },
    async (trx) => {
      await trx
        .updateTable('outbox')
        .set({ state, attempts: attempt, detail })
        .where('key', '=', key)
        .execute()
    },
  )
}
