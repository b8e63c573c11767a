import { createHmac, timingSafeEqual } from 'node:crypto'
import type { Database } from '../db/connection'
import { settings } from './settings'

let kept: Promise<string> | undefined

function secretOf(db: Database): Promise<string> {
  kept ??= db
    .selectFrom('setting')
    .select('value')
    .where('key', '=', 'link-secret')
    .executeTakeFirstOrThrow()
    .then(({ value }) => (value as { secret: string }).secret)
    .catch((error: Error) => {
      kept = undefined
      throw error
    })
  return kept
}

const sign = (secret: string, purpose: string, key: string) =>
  createHmac('sha256', secret).update(`${purpose}:${key}`).digest('base64url').slice(0, 32)

/** Signs identifiers of mails: short, in small letters and figures, as headers keep them. */
export async function mailSigner(db: Database): Promise<(text: string) => string> {
  const secret = await secretOf(db)
  return (text) => createHmac('sha256', secret).update(`mail:${text}`).digest('hex').slice(0, 20)
}

/** What a link in a message may be used for. */
export type LinkPurpose = 'acknowledge' | 'report' | 'access' | 'word' | 'form' | 'calendar'

/** A token that stands for one message and one purpose; whoever has it needs no sign-in for that. */
export async function linkToken(db: Database, purpose: LinkPurpose, key: string): Promise<string> {
  return `${key}.${sign(await secretOf(db), purpose, key)}`
}

/** The message that a token stands for; undefined when we never signed it. */
export async function keyOfToken(
  db: Database,
  purpose: LinkPurpose,
  token: string,
): Promise<string | undefined> {
  const [key = '', signature = ''] = token.split('.')
  const wanted = Buffer.from(sign(await secretOf(db), purpose, key))
  const given = Buffer.from(signature)
  return given.length === wanted.length && timingSafeEqual(given, wanted) ? key : undefined
}

/** Where the desk is found from outside; links in messages begin with it. */
export const deskAddress = () => settings().YARE_URL.replace(/\/$/, '')
