import type { IncomingMessage, ServerResponse } from 'node:http'
import { sql } from 'kysely'
import { isRecord } from '../../core/lookup'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { signatures, webhookSecrets } from '../delivery/webhookSecrets'

/**
 * The stand-in of a service that makes accounts: whoever is not who they say is refused, and whoever asks again for the
 * same thing gets what was made the first time.
 */
export async function makeAccount(
  db: Database,
  { headers }: IncomingMessage,
  body: string,
  response: ServerResponse,
): Promise<void> {
  const answer = (status: number, said: object) => {
    response.writeHead(status, { 'content-type': 'application/json' })
    response.end(JSON.stringify(said))
  }
  const [id, at, given, key] = [
    'webhook-id',
    'webhook-timestamp',
    'webhook-signature',
    'idempotency-key',
  ].map((name) => String(headers[name] ?? '')) as [string, string, string, string]
  const good = signatures(await secretsOf(db), id, Number(at), body).split(' ')
  if (!given.split(' ').some((one) => good.includes(one)))
    return answer(401, { error: 'the signature is not that of the desk' })
  const name = nameIn(body)
  if (!name || !key)
    return answer(422, { error: 'say whose account it is in data.name, and an idempotency-key' })
  const account = await accountFor(db, key, name)
  answer(200, {
    account: { name: account.name, number: account.number, mailbox: `${account.name}@merrow.sound.example` },
  })
}

/** Whichever of the desk's calls it is: it has been told the secrets of all. */
async function secretsOf(db: Database): Promise<string[]> {
  const webhooks = await db.selectFrom('webhook_secret').select('webhook').execute()
  return (await Promise.all(webhooks.map((one) => webhookSecrets(db, one.webhook)))).flat()
}

function nameIn(body: string): string | undefined {
  try {
    const asked: unknown = JSON.parse(body)
    const data = isRecord(asked) && isRecord(asked.data) ? asked.data : {}
    return typeof data.name === 'string' && data.name.trim() ? data.name.trim().slice(0, 80) : undefined
  } catch {
    return undefined
  }
}

/** The account that was made for a key; of two people of one name the second has a figure behind it. */
async function accountFor(db: Database, key: string, whose: string) {
  const base = whose
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z]+/g, '-')
    .replace(/^-|-$/g, '')
  const { rows } = await sql<{
    name: string
    number: number
  }>`insert into standin_account (key, name, for_whom, made_at)
    select ${key}, ${base || 'crew'} || case when taken.count = 0 then '' else (taken.count + 1)::text end, ${whose}, ${deskNow()}
    from (select count(*) from standin_account where for_whom = ${whose} and key <> ${key}) as taken
    on conflict (key) do update set times = standin_account.times + 1 returning name, number`.execute(db)
  return rows[0]!
}

/** The accounts that it has made, the last first. */
export const accountsMade = (db: Database) =>
  db.selectFrom('standin_account').selectAll().orderBy('number', 'desc').limit(50).execute()
