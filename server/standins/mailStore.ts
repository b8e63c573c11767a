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
  raw: string
}

/** Keeps a mail; the same message to the same person is kept once. */
export async function keepMail(db: Database, mail: ReceivedMail): Promise<void> {
  await db
    .insertInto('standin_mail')
    .values(mail)
    .onConflict((on) => on.columns(['message_id', 'recipient']).doNothing())
    .execute()
}

export function readMail(db: Database, query: { recipient?: string; before?: number }) {
  return db
    .selectFrom('standin_mail')
    .select(['id', 'received_at', 'sender', 'recipient', 'subject', 'text', 'message_id'])
    .$if(Boolean(query.recipient), (q) => q.where('recipient', '=', query.recipient!.toLowerCase()))
    .$if(Boolean(query.before), (q) => q.where('id', '<', query.before!))
    .orderBy('id', 'desc')
    .limit(50)
    .execute()
}
