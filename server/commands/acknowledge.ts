import type { LinkPurpose } from '../base/links'
import { messageRowOf } from '../queries/messageByToken'
import type { Desk } from './desk'

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
