import type { ParsedMail } from 'mailparser'
import { identifiersIn, ownReference, type DeliveryReport } from '../../core/mail'
import type { Desk } from '../commands/desk'
import { MAIL_DOMAIN } from '../delivery/channels'
import { record } from '../delivery/record'
import { note } from './note'

/** A report on one of our mails: where it failed, the ticket's record says so. */
export async function takeReport(
  desk: Desk,
  incoming: { mail: ParsedMail; raw: Buffer; messageId: string; recipient: string; sender: string },
  reports: DeliveryReport[],
): Promise<void> {
  const failed = reports.find((one) => one.action === 'failed')
  const id = identifiersIn(incoming.raw.toString('utf8')).find(
    (one) => ownReference(one, MAIL_DOMAIN) !== undefined && !one.startsWith('<ticket-'),
  )
  const key = id?.slice(1, id.indexOf('@'))
  const message =
    key && (await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst())
  if (!failed || !message) return note(desk.db, incoming, 'report', null, 'about no mail of ours that failed')
  const detail = `returned: ${failed.status} ${failed.detail}`.trim().slice(0, 300)
  await record(desk, message, 'givenUp', message.attempts, detail, (trx) =>
    note(trx, incoming, 'report', message.reference, detail),
  )
}
