import { sql } from 'kysely'
import { messageOf } from '../../core/error/messageOf'
import { isRecord } from '../../core/lookup'
import type { Offer } from '../../core/partner'
import { log } from '../base/log'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { isUnreachable, type Database, type Trx } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { abreast } from './abreast'
import type { WireWord } from './files'
import { isSignedWith } from './keys'
import type { WordType } from '../delivery/partnerWords'
import { tryNow, type WordAnswer } from './outgoing'
import { keysOf, MAPS, notifyPartners, type Partner } from './partners'
import { takeTicket } from './ticketWords'

/** A word of a partner, after its content was looked at. */
export type PartnerWord = { id: string } & (
  | { type: 'partner.offer'; data: Offer }
  | { type: 'partner.key'; data: { key: string } }
  | { type: 'partner.end'; data: object }
  | { type: 'partner.ticket'; data: WireWord }
  /** What cannot be read, or is not known here. */
  | { type: 'unread'; why: string }
)

/** What is said to be signed. */
export interface SignedCall {
  source: string
  id: string
  timestamp: string
  signature: string
  /** The very text that was signed. */
  body: string
}

/** So far the clocks of two desks may be apart, in seconds. Words are taken once by their key, so no replay does harm. */
const MOST_APART = 3600

/**
 * Whose words these are.
 * @returns the partner, or why they are nobody's
 */
export async function whoSays({ db }: Desk, call: SignedCall): Promise<Partner | string> {
  const { source, id, body, signature } = call
  const timestamp = Number(call.timestamp)
  const pairing = /^urn:uuid:([0-9a-f-]{36})$/.exec(source)?.[1]
  const partner =
    pairing === undefined
      ? undefined
      : await db.selectFrom('partner').selectAll().where('pairing', '=', pairing).executeTakeFirst()
  if (!partner || !isSignedWith(keysOf(partner, deskNow()), { id, timestamp, body }, signature))
    return 'These words are signed by no desk that this one is paired with.'
  const apart = timestamp - Math.floor(machineNow() / 1000)
  return Math.abs(apart) > MOST_APART
    ? `The clocks of both desks are ${Math.round(Math.abs(apart) / 60)} minutes apart; put one of them right.`
    : partner
}

/**
 * Takes what a partner says, word by word; those of one ticket in their order, those of several at once.
 * @param words of which each was signed by this partner
 */
export async function takeWords(
  desk: Desk,
  partner: Partner,
  words: readonly PartnerWord[],
): Promise<WordAnswer[]> {
  // What was heard before, or stands twice in one call, costs nothing more than to be looked up.
  const known = await answeredBefore(desk.db, partner.id, words)
  const answers = await abreast(words, ticketOf, async (word) => {
    const before = known.get(word.id)
    const answer = before ? saidAgain(before) : await takeWord(desk, partner.id, word)
    known.set(word.id, answer)
    return answer
  })
  await desk.db.updateTable('partner').set({ heard_at: deskNow() }).where('id', '=', partner.id).execute()
  // Whoever reaches us can be reached again, as a rule.
  if (partner.unreachable_since !== null) await tryNow(desk, partner.id)
  return answers
}

/** The ticket that a word is of, as both sides know it. */
const ticketOf = (word: PartnerWord): string | undefined =>
  word.type === 'partner.ticket' ? `${word.data.begun} ${word.data.link}` : undefined

/** Takes a word; one that cannot be taken is refused and keeps no other back. @throws Error where it is to be said again */
async function takeWord(desk: Desk, id: string, word: PartnerWord): Promise<WordAnswer> {
  if (word.type === 'unread') return { id: word.id, is: 'refused', why: word.why }
  try {
    return await takeRead(desk, id, word)
  } catch (error) {
    if (isUnreachable(error) || isCrossed(error)) throw error
    log.error(
      { partner: id, word: word.id, error: messageOf(error) },
      'a word of a partner could not be taken',
    )
    return passOver(desk, id, word)
  }
}

const NOT_TAKEN = 'It could not be taken here, and stands in the log of this desk.'

/** Refuses a word for a fault of our own; it counts as heard, so that those of its ticket after it are taken. */
async function passOver(desk: Desk, id: string, word: Read): Promise<WordAnswer> {
  const answer: WordAnswer = { id: word.id, is: 'refused', why: NOT_TAKEN }
  if (word.type !== 'partner.ticket' || word.data.begins) return answer
  const tiding = { ...word.data.tiding, changes: {}, said: [] }
  try {
    return await takeRead(desk, id, { ...word, data: { ...word.data, tiding } }, NOT_TAKEN)
  } catch (error) {
    if (isUnreachable(error) || isCrossed(error)) throw error
    return answer
  }
}

/** Whether two transactions stood in each other's way. */
const isCrossed = (error: unknown) => isRecord(error) && (error.code === '40001' || error.code === '40P01')

type Read = Exclude<PartnerWord, { type: 'unread' }>

/** Takes a word. @param refused why it is only heard, and answered as refused */
async function takeRead(desk: Desk, id: string, word: Read, refused?: string): Promise<WordAnswer> {
  const changed: number[] = []
  const answer = await desk.db.transaction().execute(async (trx) => {
    const ticket = ticketOf(word)
    const row = trx.selectFrom('partner').selectAll().where('id', '=', id)
    // Words of tickets only need it to stay as it is, and come one after the other for each; all others change it.
    const partner = await (
      ticket === undefined ? row.forNoKeyUpdate() : row.forShare()
    ).executeTakeFirstOrThrow()
    if (ticket !== undefined)
      await sql`select pg_advisory_xact_lock(hashtext(${id}), hashtext(${ticket}))`.execute(trx)
    if (partner.ended_at !== null) return { id: word.id, is: 'over' as const }
    const before = (await answeredBefore(trx, id, [word])).get(word.id)
    if (before) return saidAgain(before)
    const said = word.type === 'partner.ticket' ? await takeTicket(desk, trx, partner, word.data) : undefined
    if (word.type !== 'partner.ticket') await takeOther(trx, partner, word)
    if (said?.reference !== undefined) changed.push(said.reference)
    const taken: WordAnswer = { id: word.id, is: 'taken', ...said }
    const answer: WordAnswer = refused === undefined ? taken : { id: word.id, is: 'refused', why: refused }
    await trx
      .insertInto('partner_heard')
      .values({ partner: id, key: keptKey(word.id), at: deskNow(), answer: JSON.stringify(answer) })
      .execute()
    return answer
  })
  if (word.type === 'partner.offer' || word.type === 'partner.end')
    await desk.knowledge.renew(PARTNERS_CHANGED)
  for (const reference of changed) desk.announce(reference)
  return answer
}

const keptKey = (id: string) => id.slice(0, 200)

/** What was answered to those words that were heard before. */
async function answeredBefore(
  db: Trx | Database,
  partner: string,
  words: readonly { id: string }[],
): Promise<Map<string, WordAnswer>> {
  if (!words.length) return new Map()
  const rows = await db
    .selectFrom('partner_heard')
    .select(['key', 'answer'])
    .where('partner', '=', partner)
    .where('key', 'in', [...new Set(words.map(({ id }) => keptKey(id)))])
    .execute()
  const kept = new Map(rows.map((row) => [row.key, row.answer as WordAnswer | null]))
  return new Map(
    words.flatMap(({ id }) => {
      const answer = kept.get(keptKey(id))
      return answer === undefined ? [] : [[id, { is: 'taken' as const, ...answer, id }]]
    }),
  )
}

/** Whoever has kept a word, and says it again for a partner, does nothing by that. */
const saidAgain = (before: WordAnswer): WordAnswer => ({
  ...before,
  is: before.is === 'taken' ? 'again' : before.is,
})

async function takeOther(trx: Trx, partner: Partner, word: PartnerWord): Promise<void> {
  const take = TAKERS[word.type as keyof typeof TAKERS] as (
    trx: Trx,
    partner: Partner,
    data: object,
  ) => Promise<void>
  await take(trx, partner, (word as { data: object }).data)
  await notifyPartners(trx, MAPS)
}

/** What each word that is of no ticket does. */
const TAKERS: {
  [T in Exclude<WordType, 'partner.ticket'>]: (trx: Trx, partner: Partner, data: DataOf<T>) => Promise<void>
} = {
  'partner.offer': async (trx, { id }, offer) => {
    await trx
      .updateTable('partner')
      .set({ offer: JSON.stringify(offer), name: offer.desk })
      .where('id', '=', id)
      .execute()
  },
  'partner.key': async (trx, { id, their_key: before }, { key }) => {
    if (key === before) return
    await trx
      .updateTable('partner')
      .set({ their_key: key, their_key_before: before, their_renewed_at: deskNow() })
      .where('id', '=', id)
      .execute()
  },
  'partner.end': async (trx, { id }) => {
    await trx
      .updateTable('partner')
      .set({ ended_at: deskNow(), ended_by: null })
      .where('id', '=', id)
      .execute()
  },
}

type DataOf<T extends WordType> = Extract<PartnerWord, { type: T }>['data']

/** The one source of all words of a call; empty where there are several. */
export function sourceOfAll(sources: readonly string[]): string {
  const [first = ''] = sources
  return sources.every((one) => one === first) ? first : ''
}

/** So long a word is known again, in milliseconds: far longer than what was signed once is believed. */
const KNOWN = 30 * 24 * 3_600_000

/** Forgets words that nobody can say again. */
export async function sweepWords({ db }: Pick<Desk, 'db'>): Promise<void> {
  await db
    .deleteFrom('partner_heard')
    .where('at', '<', deskNow() - KNOWN)
    .execute()
}
