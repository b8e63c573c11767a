import type { AnswerRead, CallAnswer } from '../../core/plan'
import { isRecord } from '../../core/lookup'
import { machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { withDesign } from '../db/kept'
import { callOut, type Answer } from './callOut'
import type { Message, Sent } from './channels'
import { Undeliverable } from './undeliverable'
import { signatures, webhookSecrets } from './webhookSecrets'

/** A call that does a task of a plan. */
export interface CallForTask {
  /** What is wanted from the answer. */
  reads: readonly AnswerRead[]
  /** By which the other system knows a repeat, also where somebody has it tried again. */
  key: string
  /** The edition that has the plan, and with it the system. */
  edition: number
}

/** Calls another system, signed by Standard Webhooks: with the present secret and, for a day, the one before. */
export async function call(db: Database, message: Message, task?: CallForTask): Promise<Sent> {
  const webhook = await webhookOf(db, message, task)
  const secrets = await webhookSecrets(db, webhook.id)
  const timestamp = Math.floor(machineNow() / 1000)
  const answer = await callOut(
    webhook.url,
    message.body,
    {
      'content-type': 'application/json',
      'webhook-id': message.key,
      'webhook-timestamp': String(timestamp),
      'webhook-signature': signatures(secrets, message.key, timestamp, message.body),
      ...(task && { accept: 'application/json', 'idempotency-key': task.key }),
    },
    { read: task ? MOST_ANSWERED : undefined },
  )
  const { status, text } = answer
  if (status === 410) throw new Undeliverable('it wants no more calls (410)')
  if (task && isForGood(status)) throw new Undeliverable(`refused with ${status} ${text.slice(0, SAID)}`)
  if (status < 200 || status > 299) throw new Error(`${status} ${text.slice(0, SAID)}`)
  return { state: 'delivered', detail: String(status), ...(task && { answer: answerOf(answer, task) }) }
}

/** So many characters of an answer are read where a plan waits for it, and so many are told. */
const MOST_ANSWERED = 64 * 1024
const SAID = 200

/** What is wrong with what was asked stays wrong, but for being too early or too often (RFC 9110 §15.5). */
const isForGood = (status: number) => status >= 400 && status < 500 && ![408, 425, 429].includes(status)

async function webhookOf(db: Database, message: Message, task?: CallForTask) {
  const edition = await (
    task
      ? db.selectFrom('edition').select('document').where('number', '=', task.edition)
      : db
          .selectFrom('ticket')
          .innerJoin('edition', 'edition.number', 'ticket.edition')
          .select('edition.document')
          .where('ticket.reference', '=', message.reference)
  ).executeTakeFirst()
  const found = (edition && withDesign(edition))?.document.webhooks.find((one) => one.id === message.address)
  if (!found) throw new Undeliverable(`the edition has no webhook “${message.address}”`)
  return found
}

/**
 * What was answered, as far as it is data.
 * @throws Error where something is wanted of it and it is no data: a page in between may be gone the next time
 */
function answerOf({ text, type, isCut }: Answer, { reads }: CallForTask): CallAnswer {
  const data = isCut ? undefined : dataIn(text)
  if (!data && reads.length)
    throw new Error(
      isCut
        ? `answered with more than ${MOST_ANSWERED} characters`
        : `answered with ${type}, and not with data`,
    )
  return { type, ...(data && { data }) }
}

function dataIn(text: string): Record<string, unknown> | undefined {
  try {
    const data: unknown = JSON.parse(text)
    return isRecord(data) ? data : undefined
  } catch {
    return undefined
  }
}
