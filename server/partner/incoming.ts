import type { Offer } from '../../core/partner'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Trx } from '../db/connection'
import { isSignedWith } from './keys'
import { tryNow, type WordAnswer, type WordType } from './outgoing'
import { keysOf, notifyPartners, type Partner } from './partners'

/** A word of a partner, after its content was looked at. */
export type PartnerWord = { id: string } & (
  | { type: 'partner.offer'; data: Offer }
  | { type: 'partner.key'; data: { key: string } }
  | { type: 'partner.end'; data: object }
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
 * Takes what a partner says, word by word in its order.
 * @param words of which each was signed by this partner
 */
export async function takeWords(
  desk: Desk,
  partner: Partner,
  words: readonly PartnerWord[],
): Promise<WordAnswer[]> {
  const answers: WordAnswer[] = []
  for (const word of words) answers.push(await takeWord(desk, partner.id, word))
  await desk.db.updateTable('partner').set({ heard_at: deskNow() }).where('id', '=', partner.id).execute()
  // Whoever reaches us can be reached again, as a rule.
  if (partner.unreachable_since !== null) await tryNow(desk, partner.id)
  return answers
}

async function takeWord({ db }: Desk, id: string, word: PartnerWord): Promise<WordAnswer> {
  if (word.type === 'unread') return { id: word.id, is: 'refused', why: word.why }
  return db.transaction().execute(async (trx) => {
    const now = await trx
      .selectFrom('partner')
      .selectAll()
      .where('id', '=', id)
      .forUpdate()
      .executeTakeFirstOrThrow()
    if (now.ended_at !== null) return { id: word.id, is: 'over' }
    if (!(await isNew(trx, id, word.id))) return { id: word.id, is: 'again' }
    const handler = TAKERS[word.type] as (trx: Trx, partner: Partner, data: object) => Promise<void>
    await handler(trx, now, word.data)
    await notifyPartners(trx)
    return { id: word.id, is: 'taken' }
  })
}

/** Whether a word was never heard: one that somebody has kept, and says again for a partner, does nothing. */
async function isNew(trx: Trx, partner: string, key: string): Promise<boolean> {
  const kept = await trx
    .insertInto('partner_heard')
    .values({ partner, key: key.slice(0, 200), at: deskNow() })
    .onConflict((on) => on.doNothing())
    .returning('key')
    .executeTakeFirst()
  return kept !== undefined
}

/** What each word does. */
const TAKERS: { [T in WordType]: (trx: Trx, partner: Partner, data: DataOf<T>) => Promise<void> } = {
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
      .set({ their_key: key, their_key_before: before, renewed_at: deskNow() })
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
