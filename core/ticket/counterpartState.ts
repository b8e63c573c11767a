import { afterHeard, afterRound, afterTold, decideConflict, newTicketCounterpart } from '../partner'
import type { TicketCounterpart } from '../partner'
import type { Entry } from './entry'
import type { TicketState } from './state'

/** The kinds of entries of an exchange with a partner. */
export const COUNTERPART_KINDS = [
  'partnerLinked',
  'partnerTold',
  'partnerRound',
  'partnerHeard',
  'partnerAnswered',
  'partnerDecided',
] as const
export type CounterpartKind = (typeof COUNTERPART_KINDS)[number]
export type CounterpartEntry = Extract<Entry, { kind: CounterpartKind }>

/** Whether an entry is of an exchange with a partner. */
export const isOfCounterpart = (entry: Entry): entry is CounterpartEntry =>
  COUNTERPART_KINDS.some((kind) => kind === entry.kind)

type Linked = Pick<TicketState, 'counterparts'>
type Apply = {
  [K in CounterpartKind]: (state: Linked, entry: Extract<Entry, { kind: K }>) => Linked
}

const changed = (
  { counterparts = [] }: Linked,
  { counterpart }: { counterpart: number },
  change: (one: TicketCounterpart) => TicketCounterpart,
): Linked => ({ counterparts: counterparts.map((one) => (one.id === counterpart ? change(one) : one)) })

/** How a ticket stands after each entry of its exchanges with partners. */
export const COUNTERPART_ENTRIES: Apply = {
  partnerLinked: ({ counterparts = [] }, { counterpart: id, partner, name, link, begun, reference, at }) => ({
    counterparts: [
      ...counterparts,
      newTicketCounterpart({
        ...{ id, partner, name, link, begun, askedAt: at },
        ...(reference !== undefined && { reference }),
      }),
    ],
  }),
  partnerTold: (state, entry) =>
    changed(state, entry, ({ untakenThere: _, ...one }) => ({
      ...one,
      ...afterTold(one, { ...entry.tiding, said: [] }),
    })),
  partnerRound: (state, entry) =>
    changed(state, entry, (one) => ({ ...one, ...afterRound(one, entry.changes) })),
  partnerHeard: (state, entry) =>
    changed(state, entry, ({ untakenHere: _, ...one }) => {
      const { word, untaken, targets, conflicts, known, at, reference } = entry
      const now = afterHeard(one, { ...word, said: [] }, { targets, conflicts, known, now: at })
      return {
        ...{ ...one, ...now, heardAt: at },
        ...(reference !== undefined && { reference }),
        ...(untaken.length > 0 && { untakenHere: untaken }),
      }
    }),
  partnerAnswered: (state, entry) =>
    changed(state, entry, (one) => {
      const { reference = one.reference, refused, untaken = [] } = entry
      const isWord = refused !== undefined && one.reference !== undefined
      const lacks = isWord ? [{ field: '', value: null, why: 'refused' as const, said: refused }] : untaken
      return {
        ...one,
        ...(reference !== undefined && { reference }),
        // Once they have taken it, a word that they refuse ends nothing.
        ...(refused !== undefined && !isWord && { refused }),
        ...(lacks.length > 0 && { untakenThere: lacks }),
      }
    }),
  partnerDecided: (state, entry) =>
    changed(state, entry, (one) => ({ ...one, ...decideConflict(one, entry.target) })),
}
