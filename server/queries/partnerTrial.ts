import { holds } from '../../core/condition'
import { CompiledDesign, namedDirectory, namesOf, type Names } from '../../core/design'
import { ticketFacts } from '../../core/facts'
import {
  clockDeedOf,
  itemOf,
  takenLines,
  type Exchange,
  type Offer,
  type WireValue,
} from '../../core/partner'
import { linesFor, Refused, seenExchange } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { draftPage } from './draft'
import { sentPage, targetName, theirName, theirWords } from './exchanged'
import type { Reading } from './reading'
import { seesField, type Looker } from './seenFields'
import { ticketState } from './ticketState'

export interface PartnerTrialQuestion {
  reference: number
  /** What the partner would say, by its own names. */
  says: Readonly<Record<string, WireValue>>
}

/**
 * The maps of the draft tried on a ticket that is there: what would be said of it, and what would become of what they say.
 * Nothing goes over.
 * @throws Refused where there is no such partner or ticket, or nothing was chosen yet
 */
export async function partnerTrial(
  desk: Reading,
  id: string,
  { reference, says }: PartnerTrialQuestion,
  looker: Looker,
) {
  const [state, { design: draft }, known] = await Promise.all([
    ticketState(desk, reference),
    draftPage(desk),
    desk.knowledge.directory(),
  ])
  const partner = known.partners.get(id)
  if (!partner) throw new Refused('missing', 'There is no such partner desk.')
  const exchange = draft.exchanges.find((one) => one.id === id)
  if (!exchange)
    throw new Refused('conflict', `Nothing is exchanged with ${partner.name} yet: choose what is.`)
  const compiled = new CompiledDesign(draft, 0)
  const design = await desk.knowledge.editionOf(state)
  const asked = { state, design, directory: known, now: deskNow() }
  const facts = ticketFacts(state, design)
  const sees = (name: string) => seesField(name, compiled, looker, design)
  const seen = seenExchange(exchange, sees, false)
  const { rule } = exchange.sends
  const begins = exchange.takes.begins && itemOf(exchange.takes.begins, says)
  return {
    ...{ reference, summary: state.summary },
    /** Whether the rule of the draft sends it. */
    goes: rule !== undefined && holds(rule.when, facts),
    sent: linesFor(asked, { exchange }).map((line) =>
      sentPage(exchange, line, { seen, design, directory: known }),
    ),
    taken: takenPage(exchange, says, {
      facts,
      names: namesOf(draft, namedDirectory(known)),
      design: compiled,
      offer: partner.offer,
    }),
    clocks: clockDeedOf(exchange, says) ?? null,
    begins: begins === undefined ? null : (draft.items.find((one) => one.id === begins)?.name ?? begins),
  }
}

interface Named {
  facts: ReturnType<typeof ticketFacts>
  names: Names
  design: CompiledDesign
  offer?: Offer
}

const takenPage = (
  exchange: Exchange,
  says: PartnerTrialQuestion['says'],
  { facts, names, design, offer }: Named,
) =>
  takenLines(exchange, says, facts).map(({ field, value, to, becomes, why }) => ({
    ...{ field, name: theirName(offer, field), says: theirWords(offer, field, value) },
    ...{ to: to === undefined ? null : targetName(to, design), why: why ?? null },
    becomes:
      to === undefined || becomes === undefined
        ? null
        : (names[to]?.find((one) => one.value === becomes)?.label ?? String(becomes ?? 'nothing')),
  }))
