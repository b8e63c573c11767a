import { createHmac, randomBytes } from 'node:crypto'
import { machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'

// How calls to other systems are signed.

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
