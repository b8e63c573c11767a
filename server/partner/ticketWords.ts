import type { PartnerDesk } from '../../core/design'
import { hearing, type TicketCounterpart } from '../../core/partner'
import { Refused, sentTicket, type TicketState } from '../../core/ticket'
import { saidOf } from '../commands/children'
import type { Desk } from '../commands/desk'
import { lockedState } from '../commands/lockedState'
import type { Trx } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { withFilesKept, type WireWord } from './files'
import type { WordAnswer } from './outgoing'
import type { Partner } from './partners'

// What partners say of tickets: each word is taken by the command that it is, in one transaction with its answer.

type Answer = Omit<WordAnswer, 'id'>

/** Takes what a partner says of a ticket, or lets one begin. */
export async function takeTicket(desk: Desk, trx: Trx, partner: Partner, word: WireWord): Promise<Answer> {
  try {
    const reference = await exchangedAs(trx, partner.id, word)
    return reference === undefined
      ? await begin(desk, trx, partner, word)
      : await hear(desk, trx, await lockedState(trx, reference), word)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return { is: 'refused', why: saidOf(error) }
  }
}

/** What they began there is what began there for us, and the other way round. */
const SEEN_HERE = { here: 'there', there: 'here' } as const

/** The ticket here that a word is of. */
async function exchangedAs(
  trx: Trx,
  partner: string,
  { begun, link }: Pick<WireWord, 'begun' | 'link'>,
): Promise<number | undefined> {
  const row = await trx
    .selectFrom('partner_ticket')
    .select('reference')
    .where('partner', '=', partner)
    .where('begun', '=', SEEN_HERE[begun])
    .where('link', '=', link)
    .executeTakeFirst()
  return row?.reference
}

/** The partner as rules know it; what was paired or published just now may not have been read yet. */
async function knownPartner({ knowledge }: Desk, id: string) {
  const known = (await knowledge.directory()).partners.get(id)
  if (known?.isPaired) return known
  await knowledge.renew(PARTNERS_CHANGED)
  return (await knowledge.directory()).partners.get(id)!
}

async function begin(desk: Desk, trx: Trx, { id }: Partner, said: WireWord): Promise<Answer> {
  if (!said.begins || said.begun !== 'here')
    throw new Refused('missing', 'No ticket is exchanged here like that: ask for it anew.')
  const partner = await knownPartner(desk, id)
  const word = await withFilesKept(trx, takesOf(partner), said)
  const { link, reference, tiding } = word
  const from = { partner: id, name: partner.name, link, reference, tiding }
  const [design, directory] = await Promise.all([desk.knowledge.currentEdition(), desk.knowledge.directory()])
  const log = sentTicket(partner, design, directory, from)
  const state = await desk.logWithin(trx, log, { system: 'partner', called: partner.name })
  return answerOf(state, state.counterparts!.at(-1)!)
}

async function hear(desk: Desk, trx: Trx, state: TicketState, word: WireWord): Promise<Answer> {
  const one = counterpartIn(state, word)
  const { reference } = word
  const heard = hearing(one, word.tiding)
  if (heard.is === 'over') return { is: 'over', reference: state.reference }
  if (heard.is === 'again') return answerOf(state, one)
  const partner = await knownPartner(desk, one.partner)
  const { tiding } = await withFilesKept(trx, takesOf(partner), word)
  const command = { kind: 'hearPartner' as const, id: one.id, tiding, reference }
  const after = await desk.runWithin(trx, state, command, { system: 'partner', called: one.name })
  return answerOf(after, counterpartIn(after, word))
}

const takesOf = ({ id, exchange }: PartnerDesk) => ({ id, takesFiles: exchange.takes.files ?? false })

const counterpartIn = (
  { counterparts = [] }: TicketState,
  { begun, link }: Pick<WireWord, 'begun' | 'link'>,
): TicketCounterpart => counterparts.find((one) => one.begun === SEEN_HERE[begun] && one.link === link)!

/** The number of the ticket here, and what of the word is nothing here. */
const answerOf = ({ reference }: TicketState, { untakenHere = [] }: TicketCounterpart): Answer => ({
  ...{ is: 'taken', reference },
  ...(untakenHere.length > 0 && { untaken: [...untakenHere] }),
})
