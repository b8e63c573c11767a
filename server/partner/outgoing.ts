import { randomUUID } from 'node:crypto'
import { sql, type Selectable } from 'kysely'
import { CloudEvent } from 'cloudevents'
import { messageOf } from '../../core/error/messageOf'
import { isOneOf, isRecord } from '../../core/lookup'
import { isWireValue, MOST_OFFERED, TOLD_BACK, type Untaken } from '../../core/partner'
import { Refused, type TicketWord } from '../../core/ticket'
import { log } from '../base/log'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { lockedState } from '../commands/lockedState'
import type { Trx } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import type { Tables } from '../db/tables'
import { callOut } from '../delivery/callOut'
import { carryLater, tellPartner } from '../delivery/partnerWords'
import { abreast } from './abreast'
import { fileStandsIn, withFilesSent, type FilePart } from './files'
import { newKeys, openOf, signatureOf } from './keys'
import { withSaidBefore } from './saidBefore'
import { MAPS, notifyPartners, partnerOf, type Partner } from './partners'

// What is told to partners: put down in its order with what it is about, and carried by one job for each partner.

/** What becomes of a word that was told. */
export const WORD_ANSWERS = ['taken', 'again', 'over', 'refused'] as const
export interface WordAnswer {
  id: string
  is: (typeof WORD_ANSWERS)[number]
  /** Why it was refused, in words. */
  why?: string
  /** The number of the ticket at the desk that answers. */
  reference?: number
  /** What of it is nothing there. */
  untaken?: Untaken[]
}

/**
 * Ends a pairing: the other side is told, and nothing goes either way after that. No administrator there is asked.
 * @throws Refused where it has ended
 */
export async function endPartner({ db, knowledge }: Desk, id: string, by: string): Promise<void> {
  const { name, ended_at: ended } = await partnerOf(db, id)
  if (ended !== null) throw new Refused('conflict', `The pairing with ${name} has ended already.`)
  await db.transaction().execute(async (trx) => {
    await trx.updateTable('partner').set({ ended_at: deskNow(), ended_by: by }).where('id', '=', id).execute()
    await tellPartner(trx, id, { type: 'partner.end', data: {} })
    await notifyPartners(trx, MAPS)
  })
  await knowledge.renew(PARTNERS_CHANGED)
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
/** So many bytes of what they say: half of what a desk of ours takes in one call, for each has its envelope as well. */
const MOST_BYTES = 1024 * 1024
const MOST_ANSWERED = 256 * 1024
/** Seconds until it is tried again, by how long a partner has not been reached; then each half minute. */
const GAPS = [1, 2, 5, 10, 20, 30]

/** So long one job carries, in milliseconds; then it is the turn of others, and the next one goes on. */
const AT_A_TIME = 20_000

/**
 * Carries what waits for a partner, in its order. What goes out at the same moment as this process is killed goes out
 * again, and is known by its key.
 * @param most for how long, in milliseconds, before what is left waits for the next job
 */
export async function carry(desk: Desk, id: string, most = AT_A_TIME): Promise<void> {
  const until = machineNow() + most
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
    if (machineNow() >= until) {
      await carryLater(desk.db, id)
      return
    }
    const isOver = () => machineNow() >= until
    let answers: WordAnswer[] = []
    let ready: Waiting[]
    try {
      ready = await withFiles(desk, partner, words, isOver)
      if (ready.length) answers = await callPartner(partner, ready)
    } catch (error) {
      return notReached(desk, partner, words, messageOf(error))
    }
    await heardAnswers(desk, words, answers)
    await desk.db.transaction().execute(async (trx) => {
      await trx
        .updateTable('partner')
        .set({ unreachable_since: null, unreachable_why: null })
        .where('id', '=', id)
        // Most calls reach whoever was reached before.
        .where('unreachable_since', 'is not', null)
        .execute()
      await notifyPartners(trx)
    })
    if (answers.length < ready.length) return notReached(desk, partner, words, 'it did not answer all of it')
  }
}

async function notReached(
  desk: Desk,
  { id, unreachable_since: since }: Partner,
  words: readonly Pick<Told, 'reference'>[],
  why: string,
) {
  const now = deskNow()
  const gap = GAPS.find((seconds) => since === null || now - since < seconds * 4000) ?? GAPS.at(-1)!
  log.warn({ partner: id, error: why }, 'partner desk')
  await desk.db.transaction().execute(async (trx) => {
    await trx
      .updateTable('partner')
      .set({ unreachable_since: since ?? now, unreachable_why: why.slice(0, 300) })
      .where('id', '=', id)
      .execute()
    await notifyPartners(trx)
    await carryLater(trx, id, gap)
  })
  // Their pages say that they are held.
  if (since === null) for (const { reference } of words) if (reference !== null) desk.announce(reference)
}

interface Waiting {
  key: string
  type: string
  data: object
  at: number
}

/** Tells a partner some words in one signed call. @throws Error where it does not take them */
async function callPartner(partner: Called, words: readonly Waiting[]): Promise<WordAnswer[]> {
  const body = JSON.stringify(
    words.map(
      ({ key: id, type, data, at }) =>
        new CloudEvent({
          ...{ id, type, data, time: new Date(at).toISOString() },
          source: sourceOf(partner.pairing),
        }),
    ),
  )
  return answersIn(await signedCall(partner, 'events', 'application/cloudevents-batch+json', body))
}

/** Calls a partner with what is signed with our key. @throws Error where it does not take it */
async function signedCall(
  { address, own_key: own }: Called,
  way: 'events' | 'files',
  type: string,
  body: string,
): Promise<string> {
  const [id, timestamp] = [randomUUID(), Math.floor(machineNow() / 1000)]
  const headers = {
    ...{ 'content-type': type, accept: 'application/json' },
    ...{ 'webhook-id': id, 'webhook-timestamp': String(timestamp) },
    'webhook-signature': signatureOf(own, { id, timestamp, body }),
  }
  const { status, text } = await callOut(`${address}/api/partner/${way}`, body, headers, {
    read: MOST_ANSWERED,
  })
  if (status !== 200) throw new Error(`it answers ${status} ${detailIn(text)}`.trim())
  return text
}

/** What is called of a partner. */
type Called = Pick<Partner, 'address' | 'pairing' | 'own_key'>

/**
 * Words as they go over: their files went before them. Once it is over, those before a word whose files are still to go.
 * @throws Error where the partner cannot be reached
 */
async function withFiles(
  desk: Desk,
  partner: Partner,
  words: readonly Told[],
  isOver: () => boolean,
): Promise<Waiting[]> {
  const source = sourceOf(partner.pairing)
  const tell = async (part: FilePart) =>
    fileStandsIn(await signedCall(partner, 'files', 'application/json', JSON.stringify({ source, ...part })))
  const all: Waiting[] = []
  let bytes = 0
  for (const word of words) {
    const data = await wholeOf(desk, word)
    const has = 'tiding' in data && data.tiding.said.some(({ files }) => files)
    const wire = has ? await withFilesSent(desk, partner.id, data, tell, isOver) : data
    const size = Buffer.byteLength(JSON.stringify(wire ?? null))
    // The next call, or the next job, goes on where this one stands.
    if (!wire || (all.length && bytes + size > MOST_BYTES)) break
    all.push({ ...word, data: wire })
    bytes += size
  }
  return all
}

/** What a word says, with what its ticket said before where it asks them to take it. */
async function wholeOf(
  desk: Desk,
  { type, data, reference, counterpart, partner }: Told,
): Promise<object | TicketWord> {
  if (type !== 'partner.ticket' || reference === null || counterpart === null) return data
  return withSaidBefore(desk, { partner, reference, counterpart }, data as TicketWord)
}

/** Where words come from: a pairing, which is the same on both sides. */
export const sourceOf = (pairing: string): string => `urn:uuid:${pairing}`

function answersIn(text: string): WordAnswer[] {
  const said: unknown = JSON.parse(text)
  const all: unknown = isRecord(said) ? said.answers : undefined
  if (!Array.isArray(all)) throw new Error('it does not say what became of it')
  return (all as unknown[]).flatMap(answerIn)
}

/** An answer of a stranger: only what can be one of it is read. */
function answerIn(said: unknown): WordAnswer[] {
  if (!isRecord(said) || typeof said.id !== 'string' || !isOneOf(WORD_ANSWERS, said.is)) return []
  const { id, is, why, reference, untaken } = said
  return [
    {
      ...{ id, is },
      ...(typeof why === 'string' && { why: why.slice(0, 300) }),
      ...(Number.isSafeInteger(reference) && { reference: Number(reference) }),
      ...(Array.isArray(untaken) && { untaken: untaken.slice(0, MOST_OFFERED).flatMap(untakenIn) }),
    },
  ]
}

function untakenIn(said: unknown): Untaken[] {
  if (!isRecord(said) || typeof said.field !== 'string' || !isOneOf(TOLD_BACK, said.why)) return []
  const { field, value, why, said: words } = said
  return [
    {
      ...{ field: field.slice(0, 120), value: isWireValue(value) ? value : null, why },
      ...(typeof words === 'string' && { said: words.slice(0, 300) }),
    },
  ]
}

function detailIn(text: string): string {
  try {
    const said: unknown = JSON.parse(text)
    return isRecord(said) && typeof said.detail === 'string' ? said.detail.slice(0, 200) : ''
  } catch {
    return ''
  }
}

type Told = Selectable<Tables['partner_outbox']>

/** What the partner made of some words: those in which there is nothing to be done are only noted. */
async function heardAnswers(
  desk: Desk,
  words: readonly Told[],
  answers: readonly WordAnswer[],
): Promise<void> {
  const answered = new Map(answers.map((one) => [one.id, one]))
  await abreast(
    words,
    ({ reference }) => reference?.toString(),
    async (word) => {
      const answer = answered.get(word.key)
      if (answer) await heardAnswer(desk, word, answer)
    },
  )
}

async function heardAnswer(desk: Desk, word: Told, answer: WordAnswer): Promise<void> {
  const { id, partner, type, reference, counterpart } = word
  await desk.db.transaction().execute(async (trx) => {
    await trx
      .updateTable('partner_outbox')
      .set({ gone_at: deskNow(), answer: JSON.stringify(answer) })
      .where('id', '=', id)
      .execute()
    if (type === 'partner.key' && answer.is !== 'refused') await useNewKeys(trx, partner)
    if (reference === null || counterpart === null || !isNews(word, answer)) return
    const state = await lockedState(trx, reference)
    if (!state.counterparts?.some((one) => one.id === counterpart)) return
    const { is, why = 'They do not say why.', reference: there, untaken } = answer
    const command = {
      ...{ kind: 'partnerAnswered' as const, id: counterpart },
      ...(there !== undefined && { reference: there }),
      ...(is === 'refused' && { refused: why }),
      ...(untaken && { untaken }),
    }
    await desk.runWithin(trx, state, command, PARTNER)
  })
  if (reference !== null) desk.announce(reference)
}

/** Whether the ticket learns something: how it is called there, or what was not taken. Most words are only taken. */
const isNews = ({ data }: Pick<Told, 'data'>, { is, untaken }: WordAnswer) =>
  'begins' in data || is === 'refused' || untaken !== undefined

const PARTNER = { system: 'partner' }

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
