import { createHmac, randomBytes } from 'node:crypto'
import { createTransport, type Transporter } from 'nodemailer'
import { messageId, threadId } from '../../core/mail'
import { channelTerms } from '../../core/notification'
import { machineNow } from '../clock/deskClock'
import { callOut, type Answer } from './callOut'
import { deskAddress, linkToken, mailSigner } from '../base/links'
import type { Database } from '../db/connection'
import { withDesign } from '../db/kept'
import type { Tables } from '../db/tables'
import type { Selectable } from 'kysely'
import { settings } from '../base/settings'
import { htmlOf } from './html'
import { ticketAddress } from './ticketAddress'

/** Behind the @ of the identifiers of our mails. */
export const MAIL_DOMAIN = 'desk.yare.localhost'

export type Message = Selectable<Tables['outbox']>

/** What became of a message: with `delivered` it is known to have arrived, not only to be on its way. */
export interface Sent {
  state: 'sent' | 'delivered'
  detail: string
}

/** It cannot be delivered this way, however often it is tried. */
export class Undeliverable extends Error {}

/** Everything that messages go out through. */
export interface Channels {
  mail: Transporter
  /** Where text messages, pagers and the chat room are reached. */
  gateway: string
}

/** A mail transport for an SMTP address, kept open between mails. */
export function mailTransport(url: string): Transporter {
  return createTransport({
    url,
    pool: true,
    maxConnections: 4,
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 15_000,
    // A server on this machine shows no certificate; any other must show one that holds, unless a setting says otherwise.
    tls: { rejectUnauthorized: settings().YARE_MAIL_CERTIFICATES !== 'unverified' },
  } as object)
}

/** Where a person says that they have it; undefined for messages that nothing waits for. */
export async function acknowledgeLink(db: Database, { climb, key }: Message): Promise<string | undefined> {
  return climb ? `${deskAddress()}/acknowledge/${await linkToken(db, 'acknowledge', key)}` : undefined
}

/**
 * Sends a message on its channel. It may be sent twice after a crash; what arrives then has the same identifier.
 * @throws Undeliverable when trying again would not help; any other error when it might
 */
export async function sendOn(db: Database, channels: Channels, message: Message): Promise<Sent> {
  const terms = channelTerms(message.channel)
  if (!terms) throw new Undeliverable(`there is no channel “${message.channel}”`)
  if (terms.goes === 'mail') return sendMail(db, channels.mail, message)
  if (terms.goes === 'call') return call(db, message)
  return sendByGateway(db, channels.gateway, message)
}

async function sendMail(db: Database, transport: Transporter, message: Message): Promise<Sent> {
  const { reference, address, key, subject, body, sender, written } = message
  const sign = await mailSigner(db)
  const thread = threadId(reference, MAIL_DOMAIN, sign)
  const begun = await db
    .selectFrom('mail_in')
    .select('message_id')
    .where('reference', '=', reference)
    .where('sender', '=', address.toLowerCase())
    .orderBy('id')
    .limit(1)
    .executeTakeFirst()
  const [link, where] = await Promise.all([acknowledgeLink(db, message), ticketAddress(db, message)])
  const { response } = await refusedForGood(
    transport.sendMail({
      from: sender,
      to: address,
      subject,
      text: [body, ...(where ? [where] : []), ...(link ? [`I have it: ${link}\n`] : [])].join('\n\n'),
      html: htmlOf(where ? `${body}\n\n${where}` : body, {
        action: link === undefined ? undefined : { label: 'I have it', link },
        written: written ?? undefined,
      }),
      messageId: messageId(key, MAIL_DOMAIN, sign),
      // Who began by mail finds our mails below their own.
      inReplyTo: begun?.message_id ?? thread,
      references: [...(begun ? [begun.message_id] : []), thread],
      headers: {
        'Auto-Submitted': 'auto-generated',
        'List-Id': `<tickets.${MAIL_DOMAIN}>`,
        'X-Yare-Ticket': String(reference),
        ...(message.urgent && { Importance: 'high' }),
      },
    }),
  )
  return { state: 'sent', detail: String(response ?? 'accepted') }
}

/** A server that says 5xx of the recipient says so tomorrow too (RFC 5321 §4.2.1). */
export async function refusedForGood<T>(sending: Promise<T>): Promise<T> {
  try {
    return await sending
  } catch (error) {
    const { responseCode, message } = error as { responseCode?: number; message: string }
    throw responseCode !== undefined && responseCode >= 550 ? new Undeliverable(message) : error
  }
}

const MOST_WAITING = 8000

async function sendByGateway(db: Database, gateway: string, message: Message): Promise<Sent> {
  const { channel, key, address, subject, body } = message
  const link = await acknowledgeLink(db, message)
  const response = await fetch(`${gateway}/${channel}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    signal: AbortSignal.timeout(MOST_WAITING),
    body: JSON.stringify({
      // The gateway knows a repeat by it.
      id: key,
      to: address,
      text: channelTerms(channel)?.text?.(subject, body) ?? subject,
      ...(link && { acknowledge: link }),
      report: `${deskAddress()}/api/delivery-reports/${await linkToken(db, 'report', key)}`,
    }),
  })
  const said = (await response.text()).slice(0, 300)
  if (response.status >= 400 && response.status < 500 && response.status !== 429)
    throw new Undeliverable(`${channel}: refused with ${response.status} ${said}`)
  if (!response.ok) throw new Error(`${channel}: ${response.status} ${said}`)
  return { state: response.status === 200 ? 'delivered' : 'sent', detail: said || String(response.status) }
}

/** Calls another system, signed by Standard Webhooks: with the present secret and, for a day, the one before. */
async function call(db: Database, message: Message): Promise<Sent> {
  const edition = await db
    .selectFrom('ticket')
    .innerJoin('edition', 'edition.number', 'ticket.edition')
    .select('edition.document')
    .where('ticket.reference', '=', message.reference)
    .executeTakeFirst()
  const webhook = (edition && withDesign(edition))?.document.webhooks.find(
    (one) => one.id === message.address,
  )
  if (!webhook) throw new Undeliverable(`the edition has no webhook “${message.address}”`)
  const secrets = await webhookSecrets(db, webhook.id)
  const timestamp = Math.floor(machineNow() / 1000)
  const answer: Answer = await callOut(webhook.url, message.body, {
    'content-type': 'application/json',
    'webhook-id': message.key,
    'webhook-timestamp': String(timestamp),
    'webhook-signature': signatures(secrets, message.key, timestamp, message.body),
  })
  if (answer.status === 410) throw new Undeliverable('it wants no more calls (410)')
  if (answer.status < 200 || answer.status > 299) throw new Error(`${answer.status} ${answer.text}`)
  return { state: 'delivered', detail: String(answer.status) }
}

/** The header webhook-signature of Standard Webhooks: `v1,` and the HMAC of id, time and body, one for each secret. */
export function signatures(secrets: readonly string[], id: string, timestamp: number, body: string): string {
  return secrets
    .map((secret) => {
      const key = Buffer.from(secret.replace(/^whsec_/, ''), 'base64')
      return `v1,${createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64')}`
    })
    .join(' ')
}

/** How long the secret of before is still used beside a new one. */
const OVERLAP = 24 * 3_600_000

/** The secrets that calls of a webhook are signed with, the present one first; it gets one when it has none. */
export async function webhookSecrets(db: Database, webhook: string): Promise<string[]> {
  const find = () =>
    db.selectFrom('webhook_secret').selectAll().where('webhook', '=', webhook).executeTakeFirst()
  const row = (await find()) ?? (await makeSecret(db, webhook).then(find))
  const { secret, previous, rotated_at: rotated } = row!
  return [secret, ...(previous && machineNow() - rotated.getTime() < OVERLAP ? [previous] : [])]
}

/** Gives a webhook a new secret; the one before is good for another day. */
export async function makeSecret(db: Database, webhook: string): Promise<string> {
  const secret = `whsec_${randomBytes(32).toString('base64')}`
  await db
    .insertInto('webhook_secret')
    .values({ webhook, secret, previous: null })
    .onConflict((on) =>
      on.column('webhook').doUpdateSet((e) => ({
        secret,
        previous: e.ref('webhook_secret.secret'),
        rotated_at: new Date(machineNow()),
      })),
    )
    .execute()
  return secret
}
