import { sql } from 'kysely'
import type { Transporter } from 'nodemailer'
import { messageId } from '../../core/mail'
import { portalOfPerson } from '../../core/intake'
import { isLanguage, say } from '../../core/words'
import { deskAddress, linkToken, mailSigner } from '../base/links'
import { log } from '../base/log'
import type { Desk } from '../commands/desk'
import { MAIL_DOMAIN, refusedForGood } from '../delivery/channels'
import { Undeliverable } from '../delivery/undeliverable'
import { htmlOf } from '../delivery/html'

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
  const { purpose, made_by: by, name, mail, role, organisation, notify } = row
  const [directory, { design }] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const portal = portalOfPerson(design.portals, organisation ?? undefined)
  const own = design.desk.language ?? 'en'
  const language = [notify?.language, own].find(isLanguage) ?? 'en'
  const token = await linkToken(desk.db, 'access', id)
  const way = role === 'requester' && portal ? `/portal/${portal.id}/password/${token}` : `/password/${token}`
  const words = {
    ...{ name, mail, desk: portal && role === 'requester' ? portal.name : design.desk.name },
    ...{ by: by === null ? '' : directory.nameOf(by), link: `${deskAddress()}${way}` },
  }
  const text = say(language, `letter.${purpose}.body`, words)
  const sign = await mailSigner(desk.db)
  try {
    await refusedForGood(
      transport.sendMail({
        ...{ from: (portal ?? design.portals[0])?.mailbox ?? `desk@${MAIL_DOMAIN}`, to: mail },
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
