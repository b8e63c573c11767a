import { createTransport, type Transporter } from 'nodemailer'
import { fixedTimeUid, messageId, threadId, type Sign } from '../../core/mail'
import { channelTerms } from '../../core/notification'
import type { CallAnswer } from '../../core/plan'
import { call, type CallForTask } from './call'
import { Undeliverable } from './undeliverable'
import { deskAddress, linkToken, mailSigner } from '../base/links'
import type { Database } from '../db/connection'
import type { Tables } from '../db/tables'
import type { Selectable } from 'kysely'
import { settings } from '../base/settings'
import { invitation } from '../calendars/fixedTime'
import { htmlOf } from './html'
import { ticketAddress } from './ticketAddress'

/** Behind the @ of the identifiers of our mails. */
export const MAIL_DOMAIN = 'desk.yare.localhost'

export type Message = Selectable<Tables['outbox']>

/** What became of a message: with `delivered` it is known to have arrived, not only to be on its way. */
export interface Sent {
  state: 'sent' | 'delivered'
  detail: string
  /** What another system answered. */
  answer?: CallAnswer
}

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

/** Where whoever gets a message does once, without signing in, what it asks of them; undefined where it asks nothing. */
async function ownLink(db: Database, { link, key }: Message): Promise<Action | undefined> {
  if (!link) return undefined
  const { path, label } = OWN_LINKS[link.is]
  return { label, link: `${deskAddress()}/${path}/${await linkToken(db, link.is, key)}` }
}

const OWN_LINKS = {
  word: { path: 'word', label: 'Say yes or no' },
  form: { path: 'fill', label: 'Answer the questions' },
} as const

/** Something that can be pressed in a message. */
interface Action {
  label: string
  link: string
}

async function actionOf(db: Database, message: Message): Promise<Action | undefined> {
  const have = await acknowledgeLink(db, message)
  return have === undefined ? ownLink(db, message) : { label: 'I have it', link: have }
}

/**
 * Sends a message on its channel. It may be sent twice after a crash; what arrives then has the same identifier.
 * @param task what is known of a call that a plan makes
 * @throws Undeliverable when trying again would not help; any other error when it might
 */
export async function sendOn(
  db: Database,
  channels: Channels,
  message: Message,
  task?: CallForTask,
): Promise<Sent> {
  const terms = channelTerms(message.channel)
  if (!terms) throw new Undeliverable(`there is no channel “${message.channel}”`)
  if (terms.goes === 'mail') return sendMail(db, channels.mail, message)
  if (terms.goes === 'call') return call(db, message, task)
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
  const [action, where] = await Promise.all([actionOf(db, message), ticketAddress(db, message)])
  const invited = inviteIn(message, where, sign)
  const { response } = await refusedForGood(
    transport.sendMail({
      from: sender,
      to: address,
      subject,
      text: [body, ...(where ? [where] : []), ...(action ? [`${action.label}: ${action.link}\n`] : [])].join(
        '\n\n',
      ),
      html: htmlOf(where ? `${body}\n\n${where}` : body, {
        action,
        written: written ?? undefined,
      }),
      ...(invited && { icalEvent: { ...invited, filename: 'fixed-time.ics' } }),
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

/** What a mail brings to a calendar; the same however often it is sent. */
function inviteIn(
  { reference, invite, address, sender, queued_at: at }: Message,
  where: string | undefined,
  sign: Sign,
) {
  if (!invite) return undefined
  const { booking, sequence, from, to, what, place, off } = invite
  const uid = fixedTimeUid(reference, booking, MAIL_DOMAIN, sign)
  return invitation(
    { uid, from, to, place, url: where ?? deskAddress(), at, summary: `${reference} ${what}` },
    { organizer: sender, attendee: address, sequence, isOff: off === true },
  )
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
  const [link, own] = await Promise.all([acknowledgeLink(db, message), ownLink(db, message)])
  const text = channelTerms(channel)?.text?.(subject, body) ?? subject
  const response = await fetch(`${gateway}/${channel}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    signal: AbortSignal.timeout(MOST_WAITING),
    body: JSON.stringify({
      // The gateway knows a repeat by it.
      id: key,
      to: address,
      // Others read along in a room, and nobody opens anything on a pager.
      text: own && channel === 'text' ? `${text}\n${own.link}` : text,
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
