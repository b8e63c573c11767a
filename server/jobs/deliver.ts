import { isOneOf } from '../../core/lookup'
import { CHANNELS, planDelivery } from '../../core/notification'
import { callOf, triedFor, type DeliveryState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { recordOutcome } from '../commands/deliveries'
import { log } from '../base/log'
import type { CallForTask } from '../delivery/call'
import { sendOn, type Channels, type Message, type Sent } from '../delivery/channels'
import { Undeliverable } from '../delivery/undeliverable'
import { MAX_ATTEMPTS } from '../delivery/outbox'
import { gatherIfMany } from './digest'
import { STATE_COLUMNS, wholeState } from '../db/rows'

/** Asks for a job to run again later; graphile-worker's helpers can. */
export type Later = (task: string, payload: object, seconds: number, jobKey: string) => Promise<unknown>

/** How often one way is tried before the next one is taken. */
const ATTEMPTS_BEFORE_NEXT = 3

/** What may still become something: neither arrived nor given up. */
const PENDING: DeliveryState[] = ['queued', 'failed', 'held', 'gathered']

/**
 * Delivers one message of the outbox and writes the outcome into the ticket's record. It may run twice after a crash:
 * what arrives then has the same identifier, by which a repeat is recognised. What was told before on the same ticket
 * goes first.
 * @param attempt how often its job was begun, this time counted
 * @throws Error when it could not be sent, so that the job is tried again later with a growing gap
 */
export async function deliver(
  desk: Desk,
  channels: Channels,
  key: string,
  attempt: number,
  later: Later,
): Promise<void> {
  const message = await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst()
  if (!message || !['queued', 'failed'].includes(message.state)) return
  if (await waitsForAnother(desk, message)) {
    await later('deliver', { key }, 2, `wait:${key}`)
    return
  }
  if (await gatherIfMany(desk, message)) return
  const task = await taskOf(desk, message)
  let sent: Sent
  try {
    sent = await sendOn(desk.db, channels, message, task)
  } catch (error) {
    return failed(desk, message, attempt, error as Error, task ? MOST_CALLS : MAX_ATTEMPTS)
  }
  await recordOutcome(desk, message, { ...sent, attempts: message.attempts + 1 })
}

/** A call for which a plan waits is tried for some minutes; then somebody has to know of it. */
const MOST_CALLS = 5

/** What a plan wants of a call; nothing where it is none of a plan. */
async function taskOf(desk: Desk, { channel, reference, key }: Message): Promise<CallForTask | undefined> {
  if (channel !== 'call') return undefined
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  const state = row && wholeState(row)
  return state?.plans && callOf(state, await desk.knowledge.editionOf(state), key)
}

/** After so long what is stuck keeps nothing else back. */
const STUCK = 6 * 3_600_000

/** Whether an earlier message on the same ticket to the same address is still on its way. */
async function waitsForAnother({ db }: Desk, message: Message): Promise<boolean> {
  const earlier = await db
    .selectFrom('outbox')
    .select('key')
    .where('reference', '=', message.reference)
    .where('channel', '=', message.channel)
    .where('address', '=', message.address)
    .where('sequence', '<', message.sequence)
    .where('state', 'in', PENDING)
    .where('queued_at', '>', message.queued_at - STUCK)
    // What is urgent overtakes what waits for the morning.
    .where((e) => e.or([e('state', '<>', 'held'), e.lit(!message.urgent)]))
    .limit(1)
    .executeTakeFirst()
  return earlier !== undefined
}

async function failed(
  desk: Desk,
  message: Message,
  attempt: number,
  error: Error,
  most: number,
): Promise<void> {
  const detail = error.message.slice(0, 300)
  // Only what failed on this way speaks against it; a job is also tried again after the desk itself went down.
  const tries = message.attempts + 1
  const isOver =
    error instanceof Undeliverable ||
    attempt >= most ||
    (tries >= ATTEMPTS_BEFORE_NEXT && (await hasAnotherWay(desk, message)))
  await recordOutcome(desk, message, { state: isOver ? 'givenUp' : 'failed', attempts: tries, detail })
  if (!isOver) throw error
  log.error({ key: message.key, detail }, 'a message was given up')
}

async function hasAnotherWay(desk: Desk, message: Message): Promise<boolean> {
  const person = (await desk.knowledge.directory()).people.get(message.person)
  if (!person || !isOneOf(CHANNELS, message.channel)) return false
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', message.reference)
    .executeTakeFirst()
  const state = row?.state.messages.find((one) => one.key === message.key)
  const tried = row && state ? triedFor(wholeState(row), state) : [message.channel]
  return planDelivery(person, deskNow(), { urgent: message.urgent, tried }) !== undefined
}
