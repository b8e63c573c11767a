import { sql } from 'kysely'
import type { Database } from '../db/connection'

const FAULTS = 'standin-mail'

export interface MailFaults {
  refuse: boolean
}

/** Which faults the mailbox stand-in plays. */
export async function mailFaults(db: Database): Promise<MailFaults> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', FAULTS).executeTakeFirst()
  return { refuse: (row?.value as MailFaults | undefined)?.refuse ?? false }
}

export async function setMailFaults(db: Database, faults: MailFaults): Promise<MailFaults> {
  const value = JSON.stringify(faults)
  await db
    .insertInto('setting')
    .values({ key: FAULTS, value })
    .onConflict((on) => on.column('key').doUpdateSet({ value }))
    .execute()
  return faults
}

export interface ReceivedMail {
  received_at: number
  message_id: string | null
  sender: string
  recipient: string
  subject: string
  text: string
  raw: Buffer
}

/**
 * Keeps a mail; the same message to the same person is kept once. One to a mailbox of a portal is handed over to the
 * desk in the same step, so that it is neither lost nor handed over twice.
 */
export async function keepMail(db: Database, mail: ReceivedMail): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const kept = await trx
      .insertInto('standin_mail')
      .values(mail)
      .onConflict((on) => on.columns(['message_id', 'recipient']).doNothing())
      .returning('id')
      .executeTakeFirst()
    if (!kept) return
    await sql`select graphile_worker.add_job('takeMail', json_build_object('id', ${kept.id}::bigint), max_attempts => 6)
      from edition, jsonb_array_elements(document->'portals') as portal
      where edition.number = (select max(number) from edition) and lower(portal->>'mailbox') = ${mail.recipient}
      limit 1`.execute(trx)
  })
}

/** Every mail that came, with what the desk made of it, where it was for the desk. */
export const mailAndOutcome = (db: Database) =>
  db
    .selectFrom('standin_mail')
    .leftJoin('mail_in', (on) =>
      on
        .onRef('mail_in.message_id', '=', 'standin_mail.message_id')
        .onRef('mail_in.recipient', '=', 'standin_mail.recipient'),
    )

export function readMail(db: Database, query: { recipient?: string; before?: number }) {
  return mailAndOutcome(db)
    .select([
      'standin_mail.id',
      'standin_mail.received_at',
      'standin_mail.sender',
      'standin_mail.recipient',
      'subject',
      'text',
      'standin_mail.message_id',
      'outcome',
      'reference',
      'detail',
    ])
    .$if(Boolean(query.recipient), (q) =>
      q.where('standin_mail.recipient', '=', query.recipient!.toLowerCase()),
    )
    .$if(Boolean(query.before), (q) => q.where('standin_mail.id', '<', query.before!))
    .orderBy('standin_mail.id', 'desc')
    .limit(50)
    .execute()
}
