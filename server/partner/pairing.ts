import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto'
import { readPlainCode } from '../../core/code'
import { messageOf } from '../../core/error/messageOf'
import { isRecord } from '../../core/lookup'
import type { Design } from '../../core/design'
import { freeId } from '../../core/naming'
import {
  deskAddressIn,
  MOST_CODES,
  PAIRING_GROUPS,
  PAIRING_HOLDS,
  provedWord,
  type PairingWord,
} from '../../core/partner'
import { Refused } from '../../core/ticket'
import { log } from '../base/log'
import { newCode } from '../base/secrets'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Trx } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { callOut, mayCall } from '../delivery/callOut'
import { tellOffer } from '../delivery/partnerWords'
import { newKeys, OPEN_KEY, type Keys } from './keys'
import { MAPS, notifyPartners } from './partners'

/** One desk, and where others reach it. */
export interface Here {
  desk: Desk
  address: string
}

/** A word as they pair, with the proof that whoever says it has the code. */
export type ProvedWord = PairingWord & { proof: string }

/** Proves that whoever says a word has the code. */
export const proofOf = (code: string, as: 'asks' | 'answers', word: PairingWord) =>
  createHmac('sha256', code).update(provedWord(as, word)).digest('base64url')

/** Whether a word is proved with a code. */
export function isProved(code: string, as: 'asks' | 'answers', { proof, ...word }: ProvedWord): boolean {
  const [given, wanted] = [Buffer.from(proof), Buffer.from(proofOf(code, as, word))]
  return given.length === wanted.length && timingSafeEqual(given, wanted)
}

/**
 * Makes a code for another desk to type.
 * @returns the code, and until when it holds
 * @throws Refused where too many wait
 */
export async function makeCode({ db }: Desk, by: string): Promise<{ code: string; until: number }> {
  const now = machineNow()
  await db.deleteFrom('partner_code').where('until', '<', now).execute()
  const { open } = await db
    .selectFrom('partner_code')
    .select((e) => e.fn.countAll<number>().as('open'))
    .executeTakeFirstOrThrow()
  if (Number(open) >= MOST_CODES)
    throw new Refused(
      'conflict',
      `${MOST_CODES} codes wait already: use one of them, or wait until they end.`,
    )
  const [code, until] = [newCode(PAIRING_GROUPS), now + PAIRING_HOLDS]
  await db.insertInto('partner_code').values({ code, until, made_by: by }).execute()
  return { code, until }
}

/**
 * The other half, at the desk that made the code: somebody elsewhere has typed it.
 * @returns who we are, proved with the same code
 * @throws Refused where no code fits, or their desk cannot be reached from here
 */
export async function answerPairing({ desk, address }: Here, word: ProvedWord): Promise<ProvedWord> {
  const theirs = deskAddressIn(word.address)
  if (theirs === undefined || theirs === address || !OPEN_KEY.test(word.key)) throw noCode()
  const now = machineNow()
  const codes = await desk.db.selectFrom('partner_code').selectAll().where('until', '>=', now).execute()
  const code = codes.find((one) => isProved(one.code, 'asks', word))
  if (!code) throw noCode()
  const refused = await mayCall(theirs)
  if (refused) throw new Refused('conflict', `Your desk cannot be called from here: ${refused}.`)
  const [{ design }, keys] = [await desk.knowledge.currentEdition(), newKeys()]
  await desk.db.transaction().execute(async (trx) => {
    const used = await trx.deleteFrom('partner_code').where('code', '=', code.code).executeTakeFirst()
    // Whoever types a code at the same moment as another is too late.
    if (used.numDeletedRows === 0n) throw noCode()
    return keepPartner(trx, { ...word, address: theirs }, keys, null, design)
  })
  await desk.knowledge.renew(PARTNERS_CHANGED)
  const { name } = design.desk
  const answer: PairingWord = { pairing: word.pairing, name, address, key: keys.open }
  return { ...answer, proof: proofOf(code.code, 'answers', answer) }
}

const noCode = () =>
  new Refused(
    'forbidden',
    'No code of this desk fits. It may be used, older than 15 minutes, or typed wrongly: ask for a new one.',
  )

/**
 * Pairs with the desk at an address, by a code that was made there.
 * @returns the id of the partner
 * @throws Refused where it cannot be reached, or takes no such code; nothing has changed then
 */
export async function pairWith(
  { desk, address }: Here,
  typed: { address: string; code: string },
  by: string,
): Promise<string> {
  const theirs = deskAddressIn(typed.address)
  const code = readPlainCode(typed.code, PAIRING_GROUPS)
  if (theirs === undefined) throw wrong('address', 'type the whole address of the desk, with https://')
  if (theirs === address) throw wrong('address', 'this is our own desk')
  if (code === undefined) throw wrong('code', 'type all twenty signs of the code')
  const keys = newKeys()
  const { design } = await desk.knowledge.currentEdition()
  const word: PairingWord = { pairing: randomUUID(), name: design.desk.name, address, key: keys.open }
  const answer = await askToPair(theirs, { ...word, proof: proofOf(code, 'asks', word) })
  if (!isProved(code, 'answers', answer) || answer.pairing !== word.pairing)
    throw new Refused('conflict', 'Whoever answers there does not have the code. Nothing was paired.')
  const id = await desk.db
    .transaction()
    .execute((trx) => keepPartner(trx, { ...answer, address: theirs }, keys, by, design))
  await desk.knowledge.renew(PARTNERS_CHANGED)
  return id
}

const wrong = (field: string, message: string) =>
  new Refused('invalid', 'Some fields need another look.', [{ field, message }])

const MOST_ANSWERED = 4000

async function askToPair(address: string, word: ProvedWord): Promise<ProvedWord> {
  let said: string
  try {
    const headers = { 'content-type': 'application/json', accept: 'application/json' }
    const { status, text } = await callOut(`${address}/api/partner/pair`, JSON.stringify(word), headers, {
      read: MOST_ANSWERED,
    })
    const answer = dataIn(text)
    if (status === 200 && isProvedWord(answer)) return answer
    said = isRecord(answer) && typeof answer.detail === 'string' ? answer.detail : `it answers ${status}`
  } catch (error) {
    said = messageOf(error)
  }
  throw new Refused('conflict', `The desk at ${address} does not pair: ${said.slice(0, 300)}`)
}

function dataIn(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

const WORD_PARTS = ['pairing', 'name', 'address', 'key', 'proof'] as const
const isProvedWord = (answer: unknown): answer is ProvedWord =>
  isRecord(answer) &&
  WORD_PARTS.every((part) => typeof answer[part] === 'string') &&
  OPEN_KEY.test(String(answer.key))

/**
 * Keeps a partner: a new one, or one that pairs again with new keys, whose tickets stay linked. What we say and take in
 * is told with it.
 */
async function keepPartner(
  trx: Trx,
  { pairing, name, address, key }: PairingWord,
  { own }: Keys,
  by: string | null,
  design: Design,
): Promise<string> {
  const now = deskNow()
  const known = await trx.selectFrom('partner').select(['id', 'address']).forUpdate().execute()
  const before = known.find((one) => one.address === address)
  const said = {
    ...{
      pairing,
      name: name.slice(0, 120),
      own_key: own,
      next_key: null,
      their_key: key,
      their_key_before: null,
    },
    ...{
      renewed_at: now,
      their_renewed_at: now,
      paired_at: now,
      paired_by: by,
      ended_at: null,
      ended_by: null,
    },
    ...{ unreachable_since: null, unreachable_why: null },
  }
  const id = before?.id ?? freeId(name, (taken) => known.some((one) => one.id === taken), 'partner')
  if (before) await trx.updateTable('partner').set(said).where('id', '=', id).execute()
  else
    await trx
      .insertInto('partner')
      .values({ id, address, ...said })
      .execute()
  await tellOffer(trx, id, design)
  await notifyPartners(trx, MAPS)
  log.info(
    { partner: id, address },
    before ? 'paired again with a partner desk' : 'paired with a partner desk',
  )
  return id
}
