import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { CloudEvent } from 'cloudevents'
import { messageOf } from '../../core/error/messageOf'
import { isRecord } from '../../core/lookup'
import { newExchange, offerOf } from '../../core/partner'
import { Refused } from '../../core/ticket'
import { log } from '../base/log'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Database, Trx } from '../db/connection'
import { callOut } from '../delivery/callOut'
import { newKeys, openOf, signatureOf } from './keys'
import { notifyPartners, partnerOf, type Partner } from './partners'

// What is told to partners: put down in its order with what it is about, and carried by one job for each partner.

/** What desks tell each other, besides as they pair. */
export const WORD_TYPES = ['partner.offer', 'partner.key', 'partner.end'] as const
export type WordType = (typeof WORD_TYPES)[number]

/** What becomes of a word that was told. */
export const WORD_ANSWERS = ['taken', 'again', 'over', 'refused'] as const
export interface WordAnswer {
  id: string
  is: (typeof WORD_ANSWERS)[number]
  /** Why it was refused, in words. */
  why?: string
}

interface Word {
  type: WordType
  data: object
  reference?: number
}

/** Puts something down to be told to a partner, and gives out the job that carries it. */
export async function tellPartner(trx: Trx | Database, partner: string, word: Word): Promise<void> {
  const { type, data, reference } = word
  await trx
    .insertInto('partner_outbox')
    .values({
      ...{ partner, key: randomUUID(), type, data: JSON.stringify(data), at: deskNow() },
      ...(reference !== undefined && { reference }),
    })
    .execute()
  await carryLater(trx, partner, 0)
}

/** One job for each partner, one at a time; one that waits for its next try does for what comes meanwhile. */
async function carryLater(db: Trx | Database, partner: string, seconds: number): Promise<void> {
  await sql`select graphile_worker.add_job('carry', json_build_object('partner', ${partner}::text),
    queue_name => ${`partner ${partner}`}, run_at => now() + ${seconds} * interval '1 second', max_attempts => 20,
    job_key => ${`partner ${partner}`}, job_key_mode => 'preserve_run_at')`.execute(db)
}

/** Tells a partner what we say and take in now. */
export async function tellOffer({ db, knowledge }: Desk, partner: string): Promise<void> {
  const [{ design }, { id, name }] = await Promise.all([knowledge.currentEdition(), partnerOf(db, partner)])
  const exchange = design.exchanges.find((one) => one.id === id) ?? newExchange(id, name)
  const data = offerOf(exchange, design.desk.name)
  await db.transaction().execute((trx) => tellPartner(trx, partner, { type: 'partner.offer', data }))
}

/**
 * Ends a pairing: the other side is told, and nothing goes either way after that. No administrator there is asked.
 * @throws Refused where it has ended
 */
export async function endPartner({ db }: Desk, id: string, by: string): Promise<void> {
  const { name, ended_at: ended } = await partnerOf(db, id)
  if (ended !== null) throw new Refused('conflict', `The pairing with ${name} has ended already.`)
  await db.transaction().execute(async (trx) => {
    await trx.updateTable('partner').set({ ended_at: deskNow(), ended_by: by }).where('id', '=', id).execute()
    await tellPartner(trx, id, { type: 'partner.end', data: {} })
    await notifyPartners(trx)
  })
}

/** Makes new keys, with which we sign as soon as the partner knows them. @throws Refused where the pairing has ended */
export async function renewKeys({ db }: Desk, id: string): Promise<void> {
  const { name, ended_at: ended, next_key: next } = await partnerOf(db, id)
  if (ended !== null) throw new Refused('conflict', `The pairing with ${name} has ended.`)
  if (next !== null) throw new Refused('conflict', `New keys are on their way to ${name} already.`)
  const keys = newKeys()
  await db.transaction().execute(async (trx) => {
    await trx.updateTable('partner').set({ next_key: keys.own }).where('id', '=', id).execute()
    await tellPartner(trx, id, { type: 'partner.key', data: { key: keys.open } })
    await notifyPartners(trx)
  })
}

/** So many words go in one call. */
const MOST_TOGETHER = 50
const MOST_ANSWERED = 256 * 1024
/** Seconds until it is tried again, by how long a partner has not been reached; then each half minute. */
const GAPS = [1, 2, 5, 10, 20, 30]

/**
 * Carries what waits for a partner, in its order. What goes out at the same moment as this process is killed goes out
 * again, and is known by its key.
 */
export async function carry(desk: Desk, id: string): Promise<void> {
  for (;;) {
    const partner = await partnerOf(desk.db, id)
    const words = await desk.db
      .selectFrom('partner_outbox')
      .selectAll()
      .where('partner', '=', id)
      .where('gone_at', 'is', null)
      // Once it has ended, only that is still told.
      .$if(partner.ended_at !== null, (q) => q.where('type', '=', 'partner.end'))
      .orderBy('id')
      .limit(MOST_TOGETHER)
      .execute()
    if (!words.length) return
    let answers: WordAnswer[]
    try {
      answers = await callPartner(partner, words)
    } catch (error) {
      return notReached(desk.db, partner, messageOf(error))
    }
    await desk.db.transaction().execute(async (trx) => {
      for (const word of words)
        await heardAnswer(
          trx,
          word,
          answers.find((one) => one.id === word.key),
        )
      await trx
        .updateTable('partner')
        .set({ unreachable_since: null, unreachable_why: null })
        .where('id', '=', id)
        .execute()
      await notifyPartners(trx)
    })
    if (answers.length < words.length) return notReached(desk.db, partner, 'it did not answer all of it')
  }
}

async function notReached(db: Database, { id, unreachable_since: since }: Partner, why: string) {
  const now = deskNow()
  const gap = GAPS.find((seconds) => since === null || now - since < seconds * 4000) ?? GAPS.at(-1)!
  log.warn({ partner: id, error: why }, 'partner desk')
  await db.transaction().execute(async (trx) => {
    await trx
      .updateTable('partner')
      .set({ unreachable_since: since ?? now, unreachable_why: why.slice(0, 300) })
      .where('id', '=', id)
      .execute()
    await notifyPartners(trx)
    await carryLater(trx, id, gap)
  })
}

interface Waiting {
  key: string
  type: string
  data: object
  at: number
}

/** Tells a partner some words in one signed call. @throws Error where it does not take them */
async function callPartner(
  { address, pairing, own_key: own }: Pick<Partner, 'address' | 'pairing' | 'own_key'>,
  words: readonly Waiting[],
): Promise<WordAnswer[]> {
  const body = JSON.stringify(
    words.map(
      ({ key: id, type, data, at }) =>
        new CloudEvent({
          ...{ id, type, data, time: new Date(at).toISOString() },
          source: sourceOf(pairing),
        }),
    ),
  )
  const [id, timestamp] = [randomUUID(), Math.floor(machineNow() / 1000)]
  const headers = {
    ...{ 'content-type': 'application/cloudevents-batch+json', accept: 'application/json' },
    ...{ 'webhook-id': id, 'webhook-timestamp': String(timestamp) },
    'webhook-signature': signatureOf(own, { id, timestamp, body }),
  }
  const { status, text } = await callOut(`${address}/api/partner/events`, body, headers, {
    read: MOST_ANSWERED,
  })
  if (status !== 200) throw new Error(`it answers ${status} ${detailIn(text)}`.trim())
  return answersIn(text)
}

/** Where words come from: a pairing, which is the same on both sides. */
export const sourceOf = (pairing: string): string => `urn:uuid:${pairing}`

function answersIn(text: string): WordAnswer[] {
  const said: unknown = JSON.parse(text)
  const all: unknown = isRecord(said) ? said.answers : undefined
  if (!Array.isArray(all)) throw new Error('it does not say what became of it')
  return (all as unknown[]).filter(
    (one): one is WordAnswer =>
      isRecord(one) && typeof one.id === 'string' && (WORD_ANSWERS as readonly unknown[]).includes(one.is),
  )
}

function detailIn(text: string): string {
  try {
    const said: unknown = JSON.parse(text)
    return isRecord(said) && typeof said.detail === 'string' ? said.detail.slice(0, 200) : ''
  } catch {
    return ''
  }
}

/** What the partner made of a word. */
async function heardAnswer(
  trx: Trx,
  { id, partner, type }: { id: number; partner: string; type: string },
  answer: WordAnswer | undefined,
): Promise<void> {
  if (!answer) return
  await trx
    .updateTable('partner_outbox')
    .set({ gone_at: deskNow(), answer: JSON.stringify(answer) })
    .where('id', '=', id)
    .execute()
  if (type === 'partner.key' && answer.is !== 'refused') await useNewKeys(trx, partner)
}

async function useNewKeys(trx: Trx, id: string): Promise<void> {
  const { next_key: next } = await partnerOf(trx, id)
  if (next === null) return
  await trx
    .updateTable('partner')
    .set({ own_key: next, next_key: null, renewed_at: deskNow() })
    .where('id', '=', id)
    .execute()
  log.info({ partner: id, key: openOf(next) }, 'new keys with a partner desk')
}

/** Tries at once what waits for its next try. */
export async function tryNow({ db }: Desk, id: string): Promise<void> {
  await partnerOf(db, id)
  await sql`select graphile_worker.add_job('carry', json_build_object('partner', ${id}::text),
    queue_name => ${`partner ${id}`}, max_attempts => 20, job_key => ${`partner ${id}`})`.execute(db)
}
