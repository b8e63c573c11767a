import { sql } from 'kysely'
import { Refused } from '../../core/ticket'
import type { Desk } from '../commands/desk'
import type { Database } from '../db/connection'
import { mailAndOutcome } from '../standins/mailStore'
import { oneAt } from '../../core/lookup'

/** What became of mails that nobody has taken yet, and that somebody of the desk may want to take. */
const KEPT = ['kept', 'refused', 'tooMany'] as const

const PAGE = 50

/** Mails that came in and were not taken, newest first, each with why. */
export async function keptMail(db: Database, { before }: { before?: number }) {
  const rows = await mailAndOutcome(db)
    .select([
      'standin_mail.id',
      'standin_mail.received_at',
      'standin_mail.sender',
      'standin_mail.recipient',
      'subject',
      sql<string>`left(text, 2000)`.as('text'),
      'detail',
    ])
    .where('outcome', 'in', KEPT)
    .$if(before !== undefined, (q) => q.where('standin_mail.id', '<', before!))
    .orderBy('standin_mail.id', 'desc')
    .limit(PAGE + 1)
    .execute()
  return { rows: rows.slice(0, PAGE), next: rows.length > PAGE ? oneAt(rows, PAGE - 1).id : null }
}

/**
 * Takes a mail that was kept, as of somebody of the directory; it goes the way of every mail, without what kept it.
 * @throws Refused when it was taken meanwhile, or there is nobody of that name
 */
export async function takeByHand(desk: Desk, id: number, requester: string): Promise<void> {
  const person = (await desk.knowledge.directory()).people.get(requester)
  if (!person?.active)
    throw new Refused('invalid', 'There is no such person.', [
      { field: 'requester', message: 'choose somebody of the directory who is active' },
    ])
  await desk.db.transaction().execute(async (trx) => {
    const gone = await sql`delete from mail_in using standin_mail as mail where mail.id = ${id}
      and mail_in.message_id = mail.message_id and mail_in.recipient = mail.recipient
      and outcome = any(${[...KEPT]}::text[])`.execute(trx)
    if (!gone.numAffectedRows)
      throw new Refused(
        'conflict',
        'Somebody was quicker: this mail is not among those that were kept any more.',
      )
    await sql`select graphile_worker.add_job('takeMail',
      json_build_object('id', ${id}::bigint, 'byHand', json_build_object('requester', ${requester}::text)), max_attempts => 6)`.execute(
      trx,
    )
  })
}
