import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import type { Design } from '../../core/design'
import { newExchange, offerOf } from '../../core/partner'
import { wordsForPartners, type Entry, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'

// What is told to partner desks, put down in its order; one job for each partner carries it. What tickets tell them
// `store` puts down with the entries that tell it, so that neither can be without the other.

/** What desks tell each other, besides as they pair. */
export const WORD_TYPES = ['partner.offer', 'partner.key', 'partner.end', 'partner.ticket'] as const
export type WordType = (typeof WORD_TYPES)[number]

/** A word as it waits for its partner. */
export interface WaitingWord {
  partner: string
  key: string
  type: 'partner.ticket'
  reference: number
  counterpart: number
  data: object
  at: number
}

/** The words that some entries of a ticket are. */
export const partnerWords = (state: TicketState, entries: readonly Entry[]): WaitingWord[] =>
  wordsForPartners(state, entries).map(({ partner, counterpart, word }) => ({
    ...{ partner, key: randomUUID(), type: 'partner.ticket' as const, data: word },
    ...{ reference: state.reference, counterpart, at: state.changedAt },
  }))

/** What gives out the job that carries what waits for a partner: one for each, one at a time; one that waits does for all. */
export const carryJob = (partner: unknown, seconds = 0) =>
  sql`graphile_worker.add_job('carry', json_build_object('partner', ${partner}::text),
    queue_name => 'partner ' || ${partner}::text, run_at => now() + ${seconds} * interval '1 second',
    max_attempts => 20, job_key => 'partner ' || ${partner}::text, job_key_mode => 'preserve_run_at')`

/** The parts of a statement that put words down and give out the jobs that carry them. */
export function partnerParts(words: readonly WaitingWord[]) {
  if (!words.length) return undefined
  return {
    parts: sql`words as (insert into partner_outbox (partner, key, type, reference, counterpart, data, at)
        select partner, key, type, reference, counterpart, data, at
        from jsonb_to_recordset(${JSON.stringify(words)}::jsonb)
          as word (partner text, key uuid, type text, reference bigint, counterpart bigint, data jsonb, at bigint)
        returning partner),
      carried as (select ${carryJob(sql`partner`)} from (select distinct partner from words) as those)`,
    count: sql`(select count(*) from carried)`,
  }
}

/** Gives out the job that carries what waits for a partner. */
export const carryLater = (db: Trx | Database, partner: string, seconds = 0) =>
  sql`select ${carryJob(partner, seconds)}`.execute(db)

/** Puts something that is of no ticket down to be told to a partner. */
export async function tellPartner(
  trx: Trx | Database,
  partner: string,
  { type, data }: { type: Exclude<WordType, 'partner.ticket'>; data: object },
): Promise<void> {
  await trx
    .insertInto('partner_outbox')
    .values({ partner, key: randomUUID(), type, data: JSON.stringify(data), at: deskNow() })
    .execute()
  await carryLater(trx, partner)
}

/** Tells a partner what we say and take in by a design. */
export async function tellOffer(trx: Trx, id: string, { exchanges, desk }: Design): Promise<void> {
  const exchange = exchanges.find((one) => one.id === id) ?? newExchange(id, id)
  await tellPartner(trx, id, { type: 'partner.offer', data: offerOf(exchange, desk.name) })
}

/** Tells every partner what we say and take in from the next edition on. */
export async function tellOffers(trx: Trx, design: Design): Promise<void> {
  const partners = await trx.selectFrom('partner').select('id').where('ended_at', 'is', null).execute()
  for (const { id } of partners) await tellOffer(trx, id, design)
}
