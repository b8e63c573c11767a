import { sql } from 'kysely'
import type { Transporter } from 'nodemailer'
import { portalOfPerson } from '../../core/intake'
import { messageId } from '../../core/mail'
import type { Preferences } from '../../core/notification'
import { REQUESTER } from '../../core/rights'
import { isLanguage, say } from '../../core/words'
import { deskAddress, linkToken, mailSigner } from '../base/links'
import { log } from '../base/log'
import type { Desk } from '../commands/desk'
import { MAIL_DOMAIN, refusedForGood } from '../delivery/channels'
import { htmlOf } from '../delivery/html'
import { Undeliverable } from '../delivery/undeliverable'

/**
 * Sends the mail of a link by which somebody chooses a password, in their language. The link itself is made here and
 * kept nowhere. It may go twice after a crash, with the same identifier.
 * @throws Error when the server of mails is away, so that the job is tried again
 */
export async function sendLetter(desk: Desk, transport: Transporter, id: string): Promise<void> {
  const row = await desk.db
    .selectFrom('access_link')
    .innerJoin('person', 'person.id', 'access_link.person')
    .select(['purpose', 'made_by', 'name', 'mail', 'role', 'organisation', 'notify'])
    .where('access_link.id', '=', id)
    .where('used_at', 'is', null)
    .where('ends_at', '>', sql<Date>`now()`)
    .executeTakeFirst()
  // It was used, or another took its place, before it went out.
  if (!row) return
  const { purpose, made_by: by } = row
  const directory = await desk.knowledge.directory()
  const token = await linkToken(desk.db, 'access', id)
  await post(desk, transport, row, {
    ...{ purpose, id },
    words: { by: by === null ? '' : directory.nameOf(by) },
    link: (portal) => (portal ? `/portal/${portal}/password/${token}` : `/password/${token}`),
  })
}

interface Addressee {
  name: string
  mail: string
  role: string
  organisation: string | null
  notify: Preferences | null
}

interface Letter {
  purpose: 'invitation' | 'reset' | 'review'
  /** Makes its identifier, the same when it goes again. */
  id: string
  words: Record<string, string>
  /** Where its link leads, seen from a portal or from the desk. */
  link: (portal: string | undefined) => string
}

/**
 * Sends a mail that is about no ticket, in the language of who gets it; one that is refused for good is written down.
 * @throws Error when the server of mails is away, so that the job is tried again
 */
export async function post(
  desk: Desk,
  transport: Transporter,
  { name, mail, role, organisation, notify }: Addressee,
  { purpose, id, words: more, link }: Letter,
): Promise<void> {
  const { design } = await desk.knowledge.currentEdition()
  const own = portalOfPerson(design.portals, organisation ?? undefined)
  const portal = role === REQUESTER ? own : undefined
  const language = [notify?.language, design.desk.language ?? 'en'].find(isLanguage) ?? 'en'
  const words = {
    ...{ name, mail, desk: portal?.name ?? design.desk.name, link: deskAddress() + link(portal?.id) },
    ...more,
  }
  const text = say(language, `letter.${purpose}.body`, words)
  const sign = await mailSigner(desk.db)
  try {
    await refusedForGood(
      transport.sendMail({
        ...{ from: (own ?? design.portals[0])?.mailbox ?? `desk@${MAIL_DOMAIN}`, to: mail },
        ...{ subject: say(language, `letter.${purpose}.subject`, words), text, html: htmlOf(text, {}) },
        messageId: messageId(`letter-${id}`, MAIL_DOMAIN, sign),
        headers: { 'Auto-Submitted': 'auto-generated' },
      }),
    )
  } catch (error) {
    if (!(error instanceof Undeliverable)) throw error
    log.error({ letter: id, detail: error.message }, 'a letter was given up')
  }
}
