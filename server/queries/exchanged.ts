import type { CompiledDesign, Directory, PartnerDesk } from '../../core/design'
import {
  isExchanged,
  isOwnField,
  standsOf,
  statusFieldOf,
  TARGET_NAMES,
  type CounterpartAt,
  type Exchange,
  type Offer,
  type OfferedType,
  type SentLine,
  type TakenTarget,
  type TicketCounterpart,
  type Untaken,
  type WireValue,
} from '../../core/partner'
import { statusOf } from '../../core/lifecycle'
import { linesFor, resortChoices, wireInWords, type SeenExchange, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import type { Reading } from './reading'
import { seenOfPartner, type Looker } from './seenFields'
import { ticketState } from './ticketState'

/** What waits to go to the partners of a ticket, by exchange. */
async function waitingOf(db: Database, reference: number) {
  const rows = await db
    .selectFrom('partner_outbox')
    .select((e) => ['counterpart', e.fn.countAll<number>().as('count'), e.fn.min('at').as('since')])
    .where('reference', '=', reference)
    .where('gone_at', 'is', null)
    .groupBy('counterpart')
    .execute()
  return new Map(rows.map((row) => [row.counterpart, { count: Number(row.count), since: row.since }]))
}

/**
 * How a ticket is exchanged with partner desks, and what each that it is not exchanged with would be told of it: line by
 * line, before it goes.
 */
export async function exchangedOn(desk: Reading, reference: number, looker: Looker) {
  const state = await ticketState(desk, reference)
  const [design, current, directory, waiting, unreached] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
    waitingOf(desk.db, reference),
    desk.db.selectFrom('partner').select(['id', 'unreachable_since', 'unreachable_why']).execute(),
  ])
  const { counterparts = [] } = state
  const seenOf = (partner: string) => seenOfPartner(directory, partner, current, looker, design)
  const asked = { state, design, directory, now: deskNow() }
  const open = new Set(counterparts.filter(isExchanged).map((one) => one.partner))
  return {
    counterparts: counterparts.map((one) => {
      const partner = directory.partners.get(one.partner)
      const line = unreached.find(({ id }) => id === one.partner)
      return {
        ...counterpartPage(one, partner, { state, design, directory, seen: seenOf(one.partner) }),
        waiting: waiting.get(one.id) ?? { count: 0, since: null },
        unreachable:
          line?.unreachable_since == null
            ? null
            : { since: line.unreachable_since, why: line.unreachable_why ?? '' },
      }
    }),
    partners: [...directory.partners.values()]
      .filter((one) => one.isPaired && !open.has(one.id))
      .map((one) => {
        const named = { seen: seenOf(one.id), design, directory }
        return {
          ...{ id: one.id, name: one.name, replies: one.exchange.sends.replies ?? false },
          notes: one.exchange.sends.notes ?? false,
          earlier: one.exchange.sends.earlier ?? false,
          lines: linesFor(asked, one).map((line) => sentPage(one.exchange, line, named)),
        }
      }),
  }
}

interface Named {
  state: TicketState
  design: CompiledDesign
  directory: Directory
  seen: SeenExchange
}

function counterpartPage(one: TicketCounterpart, partner: PartnerDesk | undefined, named: Named) {
  const { id, name, begun, askedAt, heardAt, reference, refused, ended } = one
  const { untakenHere = [], untakenThere = [], theirs, open } = one
  const { seen } = named
  const offer = partner?.offer
  return {
    ...{ id, partner: one.partner, name: partner?.name ?? name, isPaired: partner?.isPaired ?? false },
    ...{ begun, stands: standsOf(one), reference: reference ?? null, refused: refused ?? null },
    ...{ ended: ended ?? null, askedAt, heardAt: heardAt ?? null },
    theirs: Object.entries(theirs)
      .filter(([field]) => seen.heard(field))
      .map(([field, value]) => ({
        ...{ field, name: theirName(offer, field), words: theirWords(offer, field, value) },
        at: momentIn(offer?.gives.find((one) => one.id === field)?.type, value),
      })),
    untakenHere: untakenHere
      .filter(({ field }) => seen.heard(field))
      .map((each) => untakenPage(each, (field) => theirName(offer, field))),
    untakenThere: untakenThere
      .filter(({ field }) => !field || seen.said(field))
      .map((each) => untakenPage(each, (field) => ourName(partner, field))),
    open: open
      .filter(({ target }) => seen.target(target))
      .map(({ target, ours, theirs: there }) => ({
        ...{ target, name: targetName(target, named.design), ours: valueHere(target, ours, named) },
        theirs: valueHere(target, there, named),
      })),
  }
}

/** The last exchange of a ticket as lists say it: with their status, where our map reads one. */
export function counterpartAt(
  { counterparts = [] }: Pick<TicketState, 'counterparts'>,
  { partners }: Directory,
): CounterpartAt | null {
  const one = counterparts.at(-1)
  if (!one) return null
  const partner = partners.get(one.partner)
  const status = partner && statusFieldOf(partner.exchange)
  const said = status === undefined ? undefined : one.theirs[status]
  return {
    ...{ name: partner?.name ?? one.name, stands: standsOf(one), number: one.reference ?? null },
    says: said === undefined ? null : theirWords(partner?.offer, status!, said),
    heardAt: one.heardAt ?? null,
  }
}

const untakenPage = ({ field, value, why, said }: Untaken, nameOf: (field: string) => string) => ({
  // A word that was refused as a whole is of no field.
  ...{ field, name: field ? nameOf(field) : 'our last word', words: field ? wireInWords(value) : '' },
  ...{ why, said: said ?? null },
})

export const theirName = (offer: Offer | undefined, field: string) =>
  offer?.gives.find((one) => one.id === field)?.name ?? field

const ourName = (partner: PartnerDesk | undefined, field: string) =>
  partner?.exchange.sends.fields.find((one) => one.id === field)?.name ?? field

export function theirWords(offer: Offer | undefined, field: string, value: WireValue): string {
  const values = offer?.gives.find((one) => one.id === field)?.values
  return values?.find((one) => one.id === value)?.name ?? plain(value)
}

/** What is said of one field, or why nothing is. */
export function sentPage(
  exchange: Exchange,
  { field, name, value, why, ours }: SentLine,
  { seen, design, directory }: Pick<Named, 'design' | 'directory' | 'seen'>,
) {
  const line = { field, name, why: why ?? null }
  if (!seen.said(field)) return { ...line, words: 'what you may not see', at: null }
  const { type, from } = exchange.sends.fields.find((one) => one.id === field) ?? {}
  const named = from && 'fact' in from && ours !== undefined && typeof ours !== 'object'
  const unsaid = named ? design.valueName(from.fact, ours, directory) : (ours ?? null)
  return {
    ...line,
    words: value === undefined ? wireInWords(unsaid) : sentInWords(exchange, field, value),
    /** When it is a moment: each reads it in their zone. */
    at: momentIn(type, value),
  }
}

const momentIn = (type: OfferedType | undefined, value: WireValue | undefined): number | null => {
  const at = type === 'moment' && typeof value === 'string' ? Date.parse(value) : NaN
  return Number.isNaN(at) ? null : at
}

/** A value as the partner is told it, by the name that its map gives it. */
function sentInWords(exchange: Exchange, field: string, value: WireValue): string {
  const values = exchange.sends.fields.find((one) => one.id === field)?.values
  return values?.find((one) => one.sent === value)?.name ?? plain(value)
}

const plain = (value: WireValue): string =>
  typeof value === 'string' && value !== '' ? value : wireInWords(value)

export function targetName(target: TakenTarget, design: Pick<CompiledDesign, 'fields'>): string {
  if (!isOwnField(target)) return TARGET_NAMES[target]
  const field = target.slice(target.indexOf('.') + 1)
  return design.fields.get(field)?.label ?? field
}

/** A value of ours in words. */
function valueHere(target: TakenTarget, value: WireValue, { state, design, directory }: Named): string {
  if (typeof value !== 'string' || isOwnField(target) || target === 'summary') return plain(value)
  if (target === 'status') return statusOf(design.kind(state.kind), value).name
  if (target === 'technician') return directory.nameOf(value)
  return resortChoices(design, directory)[target].find((one) => one.value === value)?.label ?? value
}
