import { randomUUID } from 'node:crypto'
import { Webhook } from 'standardwebhooks'
import { messageOf } from '../../core/error/messageOf'
import { isRecord } from '../../core/lookup'
import { Refused } from '../../core/ticket'
import { machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { callOut } from '../delivery/callOut'
import { signatures, webhookSecrets } from '../delivery/webhookSecrets'

/** By which the secret is kept that desk and assist service share; no webhook of a design is called so. */
export const ASSIST_SECRET = ':assist'

/** What a desk tells the service that carries its assist sessions. */
export type AssistCall =
  | 'assist.begin'
  | 'assist.agreed'
  | 'assist.join'
  | 'assist.leave'
  | 'assist.said'
  | 'assist.restart'
  | 'assist.end'

export interface ServiceCall {
  type: AssistCall
  session: string
  data?: object
}

/** So long somebody waits for the service, in milliseconds, and so much of its answer is read. */
const WITHIN = 8000
const MOST_ANSWERED = 16 * 1024

/**
 * Calls the assist service, signed by Standard Webhooks.
 * @param address where it listens; private networks are refused as for webhooks
 * @returns what it answered; nothing where that is no data
 * @throws Refused where it cannot be reached, or does not take it
 */
export async function callService(
  db: Database,
  address: string,
  { type, session, data = {} }: ServiceCall,
): Promise<Record<string, unknown>> {
  const secrets = await webhookSecrets(db, ASSIST_SECRET)
  const [id, now] = [randomUUID(), machineNow()]
  const timestamp = Math.floor(now / 1000)
  const body = JSON.stringify({ type, session, at: new Date(now).toISOString(), data })
  const headers = {
    ...{ 'content-type': 'application/json', accept: 'application/json' },
    ...{ 'webhook-id': id, 'webhook-timestamp': String(timestamp) },
    'webhook-signature': signatures(secrets, id, timestamp, body),
  }
  let said: string
  try {
    const answer = await callOut(address, body, headers, { within: WITHIN, read: MOST_ANSWERED })
    if (answer.status >= 200 && answer.status <= 299) return dataIn(answer.text)
    said = `${answer.status} ${answer.text.slice(0, 200)}`.trim()
  } catch (error) {
    said = messageOf(error)
  }
  throw new Refused('conflict', `The assist service did not take it (${said}). Try again in a moment.`)
}

/**
 * Whether a call is signed with a secret that desk and service share, and was made not long ago.
 * @param said the very text that was signed
 */
export async function isSigned(
  db: Database,
  said: string,
  headers: Record<string, string>,
): Promise<boolean> {
  const secrets = await webhookSecrets(db, ASSIST_SECRET)
  return secrets.some((secret) => {
    try {
      new Webhook(secret).verify(said, headers)
      return true
    } catch {
      return false
    }
  })
}

function dataIn(text: string): Record<string, unknown> {
  try {
    const data: unknown = JSON.parse(text)
    return isRecord(data) ? data : {}
  } catch {
    return {}
  }
}

/**
 * An address that the service gave, to be opened in a browser.
 * @throws Refused where it gave none
 */
export function linkIn(answer: Record<string, unknown>, name: string): string {
  const link = answer[name]
  const isLink = typeof link === 'string' && link.length <= 2000 && URL.canParse(link)
  if (!isLink || !['https:', 'http:'].includes(new URL(link).protocol))
    throw new Refused(
      'conflict',
      `The assist service gave no address for “${name}”: whoever runs it has to mend that.`,
    )
  return link
}
