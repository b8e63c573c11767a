import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import { messageId } from '../../core/mail'
import { DAY } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { deliverJob, deliverJobColumns, MAX_ATTEMPTS } from '../commands/deliverJobs'
import { deskAddress, mailSigner } from '../base/links'
import { MAIL_DOMAIN, refusedForGood, Undeliverable, type Channels, type Message } from './channels'
import { record, type Later } from './record'
import { htmlOf } from './html'

/** From so many mails to one person of the desk within this time on, the others come together in one. */
const MANY = 8
const WITHIN = 60_000
const SECONDS = 45

/**
 * Keeps a mail back where its person got many just now; a minute later what was gathered goes out as one.
 * What is urgent, or waits for somebody to say that they have it, always goes by itself; so does what requesters get.
 */
export async function gatherIfMany(desk: Desk, message: Message, later: Later): Promise<boolean> {
  const { person, channel, urgent, climb, key } = message
  if (channel !== 'mail' || urgent || climb || person === '') return false
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
  await desk.db
    .updateTable('outbox')
    .set({ state: 'gathered', why: 'many at once: they come together' })
    .where('key', '=', key)
    .where('state', 'in', ['queued', 'failed'])
    .execute()
  await later('digest', { person }, SECONDS, `digest:${person}`)
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
  const waiting = await desk.db
    .selectFrom('outbox')
    .selectAll()
    .where('person', '=', person)
    .where('state', '=', 'gathered')
    .orderBy('queued_at')
    .orderBy('key')
    .limit(MOST_IN_ONE)
    .execute()
  const { id, gathered } = await beginDigest(desk, waiting)
  const [first] = gathered
  if (!first) return
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
  const { state, detail } = await refusedForGood(channels.mail.sendMail(mail)).then(
    ({ response }) => ({
      state: 'sent' as const,
      detail: `in one mail with ${gathered.length - 1} others: ${response}`,
    }),
    (error: Error) => {
      // Given up like any other message, so that each goes its person's next way.
      if (!(error instanceof Undeliverable) && attempt < MAX_ATTEMPTS) throw error
      return { state: 'givenUp' as const, detail: error.message.slice(0, 300) }
    },
  )
  for (const message of gathered) await record(desk, message, state, message.attempts + 1, detail)
  if (gathered.length < waiting.length || waiting.length === MOST_IN_ONE)
    await later('digest', { person }, 1, `digest:${person}:more`)
}

/** Which messages go together: those of a mail that was begun before, or else all. */
async function beginDigest(desk: Desk, waiting: Message[]): Promise<{ id: string; gathered: Message[] }> {
  const begun = waiting.find((one) => one.detail.startsWith(BEGUN))?.detail
  if (begun) return { id: begun.slice(BEGUN.length), gathered: waiting.filter((one) => one.detail === begun) }
  const keys = waiting.map((one) => one.key)
  const id = createHash('sha256').update(keys.join(' ')).digest('hex').slice(0, 24)
  if (keys.length)
    await desk.db
      .updateTable('outbox')
      .set({ detail: `${BEGUN}${id}` })
      .where('key', 'in', keys)
      .execute()
  return { id, gathered: waiting }
}

const BEGUN = 'in the mail digest-'

/** Gives messages that waited for quiet hours to be over to the workers. @returns how many */
export async function releaseHeld(desk: Desk): Promise<number> {
  const { rows } = await sql<{ count: number }>`with
    due as (select key from outbox where state = 'held' and not_before <= ${deskNow()} limit 500 for update skip locked),
    o as (update outbox set state = 'queued' where key in (select key from due) returning ${deliverJobColumns}),
    jobs as (select graphile_worker.add_jobs(array_agg(${deliverJob})) from o having count(*) > 0)
    select count(*)::int as count from jobs`.execute(desk.db)
  return rows[0]?.count ?? 0
}
