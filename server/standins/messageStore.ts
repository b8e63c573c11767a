import { sql } from 'kysely'
import { STANDIN_CHANNELS, type StandinChannel } from '../../core/notification'
import type { Database } from '../db/connection'

/**
 * How a stand-in behaves: it takes messages, takes them slowly, is in trouble, refuses them for good, or takes them and
 * its person says at once that they have it. Another system may also answer with a page for people, or never.
 */
export const BEHAVIOURS = ['takes', 'slow', 'fails', 'refuses', 'acknowledges', 'page', 'never'] as const
export type Behaviour = (typeof BEHAVIOURS)[number]
export type Behaviours = Record<StandinChannel, Behaviour>

const KEY = 'standin.gateway'
const DEFAULT = Object.fromEntries(STANDIN_CHANNELS.map((one) => [one, 'takes'])) as Behaviours

export async function behaviours(db: Database): Promise<Behaviours> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  return { ...DEFAULT, ...(row?.value as Partial<Behaviours> | undefined) }
}

export async function setBehaviour(
  db: Database,
  channel: StandinChannel,
  behaviour: Behaviour,
): Promise<Behaviours> {
  const value = JSON.stringify({ ...(await behaviours(db)), [channel]: behaviour })
  await db
    .insertInto('setting')
    .values({ key: KEY, value })
    .onConflict((on) => on.column('key').doUpdateSet({ value }))
    .execute()
  return behaviours(db)
}

export interface ReceivedMessage {
  channel: StandinChannel
  key: string
  recipient: string
  text: string
  link: string | null
  headers?: Record<string, string>
  outcome: string
  received_at: number
}

/** Keeps a message; one that comes again is counted, since the sender may not know that it arrived. */
export async function keepMessage(db: Database, { headers, ...message }: ReceivedMessage): Promise<void> {
  await db
    .insertInto('standin_message')
    .values({ ...message, headers: headers ? JSON.stringify(headers) : null })
    .onConflict((on) =>
      on.columns(['channel', 'key']).doUpdateSet({
        times: sql`standin_message.times + 1`,
        outcome: message.outcome,
      }),
    )
    .execute()
}

export function readMessages(db: Database, query: { channel?: string; before?: number }) {
  return db
    .selectFrom('standin_message')
    .selectAll()
    .$if(Boolean(query.channel), (q) => q.where('channel', '=', query.channel!))
    .$if(Boolean(query.before), (q) => q.where('id', '<', query.before!))
    .orderBy('id', 'desc')
    .limit(50)
    .execute()
}
