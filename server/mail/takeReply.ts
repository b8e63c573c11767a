import type { Person } from '../../core/design'
import { fixedTimeOf } from '../../core/mail'
import { Refused } from '../../core/ticket'
import { mailSigner } from '../base/links'
import type { Desk } from '../commands/desk'
import { MAIL_DOMAIN } from '../delivery/channels'
import type { ReadMail } from '../parsing/readMail'
import { note } from './note'

interface Answering {
  mail: ReadMail
  messageId: string
  recipient: string
  sender: string
  person: Person | undefined
  unproven?: string
}

/**
 * What somebody answers from their calendar to a fixed time. An answer to a time that is another by now changes nothing.
 * @returns whether it was that, and is taken; anything else is a mail like others
 */
export async function takeReply(desk: Desk, incoming: Answering): Promise<boolean> {
  const { mail, person, unproven } = incoming
  const { reply } = mail
  if (!reply || !person?.active || unproven) return false
  const one = fixedTimeOf(reply.uid, MAIL_DOMAIN, await mailSigner(desk.db))
  if (!one) return false
  const { reference, booking } = one
  const asked = await invited(desk, one, reply.sequence)
  const drop = (why: string) => note(desk.db, incoming, 'automatic', reference, why)
  if (!asked) await drop('it answers an invitation that we did not send')
  else
    try {
      const command = { kind: 'answerInvite', id: booking, from: asked.from, answer: reply.answer } as const
      await desk.run(reference, command, { person: person.id }, (trx) =>
        note(trx, incoming, 'note', reference),
      )
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      await drop(error.message)
    }
  return true
}

/** The invitation to a fixed time that has a number. */
async function invited(
  { db }: Desk,
  { reference, booking }: { reference: number; booking: number },
  sequence: number,
) {
  const rows = await db
    .selectFrom('outbox')
    .select('invite')
    .where('reference', '=', reference)
    .where('invite', 'is not', null)
    .execute()
  return rows
    .map(({ invite }) => invite)
    .find((one) => one?.booking === booking && one.sequence === sequence && !one.off)
}
