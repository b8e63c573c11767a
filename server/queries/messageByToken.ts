import { Refused } from '../../core/ticket'
import { keyOfToken, type LinkPurpose } from '../base/links'
import type { Reading } from './reading'

/**
 * The message that a token stands for.
 * @throws Refused when it stands for none
 */
export async function messageRowOf(desk: Reading, purpose: LinkPurpose, token: string) {
  const key = await keyOfToken(desk.db, purpose, token)
  const row =
    key && (await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst())
  if (!row) throw new Refused('missing', 'This link stands for no message of ours; take the whole of it.')
  return row
}
