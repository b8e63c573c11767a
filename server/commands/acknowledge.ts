import { Refused } from '../../core/ticket'
import { keyOfToken, type LinkPurpose } from '../base/links'
import type { Desk } from './desk'

/**
 * The message that a token stands for.
 * @throws Refused when it stands for none
 */
export async function messageRowOf(desk: Desk, purpose: LinkPurpose, token: string) {
  const key = await keyOfToken(desk.db, purpose, token)
  const row =
    key && (await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst())
  if (!row) throw new Refused('missing', 'This link stands for no message of ours; take the whole of it.')
  return row
}

/**
 * Somebody says by a message that they have it. Who has the link needs no sign-in.
 * @throws Refused when the link is wrong, or it was said before
 */
export async function acknowledgeByToken(
  desk: Desk,
  purpose: LinkPurpose,
  token: string,
  via: 'link' | 'pager',
): Promise<void> {
  const { reference, key, person } = await messageRowOf(desk, purpose, token)
  await desk.run(reference, { kind: 'acknowledge', message: key, via }, { person })
}
