import { identifiersIn, ownReference, type DeliveryReport } from '../../core/mail'
import { recordOutcome } from '../commands/deliveries'
import type { Desk } from '../commands/desk'
import { MAIL_DOMAIN } from '../delivery/channels'
import { mailSigner } from '../base/links'
import { note } from './note'

/** So much of a report is looked through for the mail that it is about, in characters. */
const MOST_READ = 400_000

/** A report on one of our mails: where it failed, the ticket's record says so. */
export async function takeReport(
  desk: Desk,
  incoming: { raw: Buffer; messageId: string; recipient: string; sender: string },
  reports: DeliveryReport[],
): Promise<void> {
  const failed = reports.find((one) => one.action === 'failed')
  const sign = await mailSigner(desk.db)
  // A report without an identifier that we signed is about no mail of ours, whatever it says.
  const key = identifiersIn(incoming.raw.toString('utf8').slice(0, MOST_READ))
    .map((one) => ownReference(one, MAIL_DOMAIN, sign))
    .find((one) => one?.isSigned && !one.key.startsWith('ticket-'))?.key
  const message =
    key && (await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst())
  if (!failed || !message) return note(desk.db, incoming, 'report', null, 'about no mail of ours that failed')
  const detail = `returned: ${failed.status} ${failed.detail}`.trim().slice(0, 300)
  await recordOutcome(desk, message, { state: 'givenUp', attempts: message.attempts, detail }, (trx) =>
    note(trx, incoming, 'report', message.reference, detail),
  )
}
