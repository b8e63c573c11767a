import { copyOf, holds, valueOf, type Facts, type FactValue } from '../condition'
import { factSaid, theirFact, theirFieldOf, type Exchange, type SentField, type TakenField } from './map'
import { isOfType, type Offer, type OfferedField, type Spoken, type Wire, type WireValue } from './offer'

/** What of a ticket is asked when it is put in words for a partner: the ticket itself, or a past one in a trial. */
export interface Told {
  facts: Facts
  /** A text with its `{fields}` put in. */
  fill: (text: string) => string
  /** When a target is due, after RFC 3339 in UTC; null where it does not run. */
  due: (target: 'respond' | 'resolve') => string | null
}

/** What is said of one field, or why nothing is. */
export interface SentLine {
  field: string
  name: string
  value?: WireValue
  /** `notNow`: its condition does not hold; `unmapped`: its table has no such value; `misfit`: it is not of its type. */
  why?: 'notNow' | 'unmapped' | 'misfit'
  /** What it is here, where nothing is said of it. */
  ours?: FactValue
}

function read({ from, type }: SentField, told: Told): FactValue {
  if ('fact' in from) {
    const value = valueOf(told.facts, from.fact) ?? null
    return type === 'moment' && typeof value === 'number' ? new Date(value).toISOString() : value
  }
  return 'text' in from ? told.fill(from.text) : told.due(from.due)
}

function line(field: SentField, told: Told): SentLine {
  const named = { field: field.id, name: field.name }
  if (field.when && !holds(field.when, told.facts)) return { ...named, why: 'notNow' }
  const ours = read(field, told)
  if (ours === null || ours === '') return { ...named, value: null }
  const value = field.values ? field.values.find((one) => one.ours === ours)?.sent : ours
  if (value === undefined) return { ...named, why: 'unmapped', ours }
  if (!isOfType(field.type, value)) return { ...named, why: 'misfit', ours }
  return { ...named, value }
}

/** What would be said of a ticket, field by field, in the order of the map. */
export const sentLines = ({ sends }: Pick<Exchange, 'sends'>, told: Told): SentLine[] =>
  sends.fields.map((field) => line(field, told))

/** What is said of a ticket: only fields of which something is. */
export function wireOf(lines: readonly SentLine[]): Wire {
  const said = lines.filter(({ value }) => value !== undefined)
  return Object.fromEntries(said.map(({ field, value }) => [field, value!]))
}

/** Facts with what the partner says beside them: `theirs.FIELD`. */
export function withTheirs(facts: Facts, wire: Wire): Facts {
  const all = copyOf(facts)
  for (const [field, value] of Object.entries(wire)) all[theirFact(field)] = value
  return all
}

/**
 * What the partner is told that we say and take in.
 * @param desk what we are called
 */
export function offerOf({ sends, takes }: Exchange, desk: string): Offer {
  const gives = sends.fields.map(({ id, name, type, values }): OfferedField => {
    const named = values?.map(({ sent, name: called }) => ({ id: sent, name: called }))
    return { ...{ id, name, type }, ...(named && { values: onceEach(named) }) }
  })
  const owed = (takes.owed ?? []).flatMap(({ by }) =>
    by ? [{ id: by, name: by, type: 'moment' as const }] : [],
  )
  const all = [...takes.fields.map((field) => takenIn(sends, field)), ...askedFirst(takes), ...owed]
  return { desk, gives, takes: onceEach(all), says: spokenOf(sends), hears: spokenOf(takes) }
}

const spokenOf = ({ replies, notes, files }: Spoken): Spoken => ({
  ...(replies && { replies }),
  ...(notes && { notes }),
  ...(files && { files }),
})

/** A field that is taken in, by the partner's own name; with what would be said here for each value of its table. */
function takenIn({ fields }: Exchange['sends'], field: TakenField): OfferedField {
  const { from, to, values, otherwise, conflict = 'later' } = field
  const says = fields.find((one) => factSaid(one) === to)
  const known = values?.map(({ theirs, ours }) => {
    const back = says?.values?.find((one) => one.ours === ours)?.sent
    return {
      ...{ id: theirs, name: theirs },
      ...(says && back !== undefined && { becomes: { field: says.id, value: back } }),
    }
  })
  const isClosed = known && otherwise === undefined
  const type = isClosed ? 'choice' : 'text'
  return { id: from, name: from, type, conflict, ...(known && { values: known }) }
}

/** What has to be said of a ticket that is to begin here, besides. */
function askedFirst({ begins }: Exchange['takes']): OfferedField[] {
  if (!begins) return []
  const asked = begins.table.columns.flatMap((fact) => theirFieldOf(fact) ?? [])
  const needed = begins.otherwise === undefined ? { needed: true as const } : {}
  return [
    ...asked.map((id): OfferedField => ({ id, name: id, type: 'text', ...needed })),
    ...[...(begins.mail ? [begins.mail] : []), ...(begins.answers ?? []).map(({ from }) => from)].map(
      (id): OfferedField => ({ id, name: id, type: 'text' }),
    ),
  ]
}

/** Each once: what is said of it first counts, and what comes after adds what that leaves out. */
function onceEach<T extends { id: string }>(list: readonly T[]): T[] {
  const found = new Map<string, T>()
  for (const one of list) found.set(one.id, { ...one, ...found.get(one.id) })
  return [...found.values()]
}
