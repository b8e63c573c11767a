import { createHash } from 'node:crypto'
import { messageId } from '../../core/mail'
import { DAY } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { recordOutcome, type Outcome } from '../commands/deliveries'
import { deskAddress, mailSigner } from '../base/links'
import type { Database, Trx } from '../db/connection'
import { MAIL_DOMAIN, refusedForGood, type Channels, type Message } from '../delivery/channels'
import { Undeliverable } from '../delivery/undeliverable'
import { htmlOf } from '../delivery/html'
import { MAX_ATTEMPTS } from '../delivery/outbox'
import type { Later } from './deliver'
import { oneAt } from '../../core/lookup'

/** From so many mails to one person of the desk within this time on, the others come together in one. */
const MANY = 8
const WITHIN = 60_000

/**
 * Keeps a mail back where its person got many just now; soon what was gathered goes out as one.
 * What is urgent, waits for somebody to say that they have it, has a link of its own or goes to a calendar always goes by itself; so does what requesters get.
 */
export async function gatherIfMany(desk: Desk, message: Message): Promise<boolean> {
  const { person, channel, urgent, climb, link, invite } = message
  if (channel !== 'mail' || urgent || climb || link || invite || person === '') return false
  const role = (await desk.knowledge.directory()).people.get(person)?.role
  if (role === undefined || role === 'requester') return false
  const { count } = await desk.db
    .selectFrom('outbox')
    .select((e) => e.fn.countAll<number>().as('count'))
    .where('person', '=', person)
    .where('channel', '=', 'mail')
    // By the index of what somebody was told: nothing older is sent within this minute but what waited for the morning.
    .where('queued_at', '>', deskNow() - DAY)
    .where('sent_at', '>', deskNow() - WITHIN)
    .where('sent_at', '<=', deskNow())
    .executeTakeFirstOrThrow()
  if (Number(count) < MANY) return false
  await recordOutcome(desk, message, {
    ...{ state: 'gathered', attempts: message.attempts, detail: '' },
    why: { is: 'manyAtOnce' },
  })
  return true
}

const MOST_IN_ONE = 200

/**
 * Sends what was gathered for somebody as one mail. Which messages are in it is written down before it goes, so that
 * after a crash those that were not recorded as sent come again with the same Message-ID, and are known as a repeat.
 */
export async function sendDigest(
  desk: Desk,
  channels: Channels,
  person: string,
  attempt: number,
  later: Later,
): Promise<void> {
  const { id, gathered, isAll } = await beginDigest(desk, person)
  if (gathered.length) {
    const outcome = await send(desk, channels, id, gathered).catch((error: Error): Outcomes => {
      // Given up like any other message, so that each goes its person's next way.
      if (!(error instanceof Undeliverable) && attempt < MAX_ATTEMPTS) throw error
      return { state: 'givenUp', detail: error.message.slice(0, 300) }
    })
    for (const message of gathered)
      await recordOutcome(desk, message, { ...outcome, attempts: message.attempts + 1 })
  }
  await endDigest(desk.db, id)
  // What is gathered at the very moment at which this job is taken finds it as it was, and gets none of its own: it is
  // looked for once more, until there is nothing.
  if (!isAll || gathered.length)
    await later('digest', { person }, isAll ? LOOKED_AGAIN : 1, `digest:${person}:more`)
}

/** So long after a mail somebody is looked after once more, in seconds; whatever was under way has ended by then. */
const LOOKED_AGAIN = 30

type Outcomes = Omit<Outcome, 'attempts'>

async function send(desk: Desk, channels: Channels, id: string, gathered: Message[]): Promise<Outcomes> {
  const first = oneAt(gathered, 0)
  const tickets = new Set(gathered.map((one) => one.reference)).size
  const text = gathered.map((one) => `${one.subject}\n${deskAddress()}/desk/${one.reference}`).join('\n\n')
  const mail = {
    from: first.sender,
    to: first.address,
    subject: `${gathered.length} messages about ${tickets === 1 ? 'a ticket' : `${tickets} tickets`}`,
    text,
    html: htmlOf(text),
    messageId: messageId(`digest-${id}`, MAIL_DOMAIN, await mailSigner(desk.db)),
    headers: { 'Auto-Submitted': 'auto-generated', 'List-Id': `<tickets.${MAIL_DOMAIN}>` },
  }
  const { response } = await refusedForGood(channels.mail.sendMail(mail))
  const others = gathered.length - 1
  return {
    state: 'sent',
    detail: String(response ?? 'accepted'),
    ...(others && { why: { is: 'inOneMail', others } }),
  }
}

interface Digest {
  id: string
  gathered: Message[]
  /** Whether nothing else waits to go with others. */
  isAll: boolean
}

/** Which messages go together: those of a mail that was begun before, or else all that wait. */
function beginDigest(desk: Desk, person: string): Promise<Digest> {
  return desk.db.transaction().execute(async (trx) => {
    const waiting = await trx
      .selectFrom('outbox')
      .selectAll()
      .where('person', '=', person)
      .where('state', '=', 'gathered')
      .orderBy('queued_at')
      .orderBy('key')
      .limit(MOST_IN_ONE + 1)
      .execute()
    const begun = await trx
      .selectFrom('digest')
      .selectAll()
      .where('person', '=', person)
      .where('ended_at', 'is', null)
      .executeTakeFirst()
    const { id, keys } = begun ?? (await newDigest(trx, person, waiting.slice(0, MOST_IN_ONE)))
    const gathered = waiting.filter((one) => keys.includes(one.key))
    return { id, gathered, isAll: waiting.length === gathered.length }
  })
}

async function newDigest(trx: Trx, person: string, messages: readonly Message[]) {
  const keys = messages.map((one) => one.key)
  const id = createHash('sha256').update(keys.join(' ')).digest('hex').slice(0, 24)
  const begun_at = deskNow()
  // The same messages may come together once more, when a mail that was given up is tried again.
  if (keys.length)
    await trx
      .insertInto('digest')
      .values({ id, person, keys, begun_at })
      .onConflict((on) => on.column('id').doUpdateSet({ begun_at, ended_at: null }))
      .execute()
  return { id, keys }
}

async function endDigest(db: Database, id: string): Promise<void> {
  await db.updateTable('digest').set({ ended_at: deskNow() }).where('id', '=', id).execute()
}
