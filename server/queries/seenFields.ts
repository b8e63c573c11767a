import { factsOf, type Condition } from '../../core/condition'
import type { CompiledDesign, Directory } from '../../core/design'
import {
  fieldOf,
  FIELD_TYPES,
  sees,
  valueInWords,
  type FieldChange,
  type TicketField,
} from '../../core/fields'
import {
  counterpartEntrySeen,
  isOfCounterpart,
  Refused,
  seenExchange,
  type Entry,
  type SeenExchange,
  type TicketState,
} from '../../core/ticket'

/** Who looks, as far as it matters for what they see. */
export interface Looker {
  role: string
  teams: readonly string[]
}

/** Whether somebody sees a field: as the current edition says, or, where that has it no more, the ticket's own. */
export const seesField = (
  name: string,
  current: CompiledDesign,
  looker: Looker,
  own?: CompiledDesign,
): boolean => {
  const field = current.fields.get(name) ?? own?.fields.get(name)
  return field !== undefined && sees(field, looker)
}

/** Fields that somebody may look at, in the order of the library. */
export const seenFields = ({ design }: CompiledDesign, looker: Looker): TicketField[] =>
  design.fields.filter((one) => sees(one, looker))

/**
 * A list that goes by a field tells of it, so it goes only by what whoever asks may see.
 * @throws Refused for a field that they do not see, or that is not there
 */
export function refuseUnseen(
  current: CompiledDesign,
  looker: Looker,
  { where, sort, group }: { where?: Condition; sort?: string; group?: string },
): void {
  const asked = [...(where ? factsOf(where) : []), sort, group].flatMap((one) => fieldOf(one ?? '') ?? [])
  const unseen = asked.find((name) => !seesField(name, current, looker))
  if (unseen !== undefined)
    throw new Refused('invalid', `There is no field “${unseen}” by which you could look at tickets.`, [
      { field: 'where', message: 'choose another field' },
    ])
}

/** Texts that are too long for a row. */
const isLong = ({ type }: TicketField) => FIELD_TYPES[type].isLong === true

/** The fields of a ticket in words, for a row: those that somebody sees, without long texts. */
export function fieldsOfRow(
  { fields = {} }: TicketState,
  design: CompiledDesign,
  directory: Directory,
  sees: (name: string) => boolean,
): Record<string, string> {
  const nameOf = design.nameOf(directory)
  return Object.fromEntries(
    Object.entries(fields).flatMap(([name, value]) => {
      const field = design.fields.get(name)
      return field && !isLong(field) && sees(name) ? [[name, valueInWords(field, value, nameOf)]] : []
    }),
  )
}

/** What somebody sees of the exchanges with a partner. */
export const seenOfPartner = (
  { partners }: Directory,
  partner: string,
  current: CompiledDesign,
  looker: Looker,
  own: CompiledDesign,
): SeenExchange =>
  seenExchange(
    partners.get(partner)?.exchange,
    (name) => seesField(name, current, looker, own),
    [current, own].some(({ design }) => design.fields.some((one) => !sees(one, looker))),
  )

/** Entries with the values of fields in words, without what somebody does not see. */
export function entriesSeen(
  entries: readonly Entry[],
  design: CompiledDesign,
  directory: Directory,
  sees: (name: string) => boolean,
  exchanged: (counterpart: number) => SeenExchange,
): Entry[] {
  const nameOf = design.nameOf(directory)
  const said = (changes: readonly FieldChange[]) =>
    changes.flatMap((change) => {
      const field = design.fields.get(change.field)
      if (field && !sees(change.field)) return []
      const words = (value: FieldChange['after']) =>
        value === null ? null : field ? valueInWords(field, value, nameOf) : [value].flat().join(', ')
      return [{ ...change, before: words(change.before), after: words(change.after) }]
    })
  return entries.flatMap((entry): Entry[] => {
    if (entry.kind === 'statusMoved') return [{ ...entry, fields: said(entry.fields) }]
    if (entry.kind === 'moveMade') return [ofMove(entry, (name) => !design.fields.has(name) || sees(name))]
    if (isOfCounterpart(entry)) {
      const seen = counterpartEntrySeen(entry, exchanged(entry.counterpart))
      return seen ? [seen] : []
    }
    if (entry.kind !== 'fieldsSet') return [entry]
    const changes = said(entry.changes)
    return changes.length ? [{ ...entry, changes }] : []
  })
}

/** What a move would be taken back to is the server's own business, and what it set is for those who see that. */
function ofMove(
  { did, before: { fields: _, ...before }, ...entry }: Extract<Entry, { kind: 'moveMade' }>,
  sees: (name: string) => boolean,
): Entry {
  const why = did.why.filter((one) => one.is !== 'stepSet' || sees(one.field))
  return { ...entry, before, did: { ...did, why } }
}
