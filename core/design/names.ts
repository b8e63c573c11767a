import type { FactKind } from '../condition'
import type { CellNames } from '../table'
import type { ValueSet } from '../facts'
import { FACTS, termsOfFact } from '../facts'
import { statusNames } from '../lifecycle'
import { COUNTERPART_STANDS } from '../partner'
import { fieldFact, termsOfType, type FieldType } from '../fields'
import type { Design } from './design'
import type { Directory } from './directory'

/** The values that facts may have, with their names: for choosing. */
export type Names = Record<string, { value: string; label: string }[]>

/** The values of facts that are the same in every design. */
export const GRADES = ['high', 'medium', 'low'] as const
export const CHANNELS = ['portal', 'desk', 'api', 'mail', 'signal', 'partner'] as const
export const STATUS_GROUPS = ['new', 'active', 'waiting', 'done'] as const

type Named = { id: string; name: string }

/** What of the directory has names that rules may use. */
export interface NamedDirectory {
  people: readonly (Named & { role: string; skills?: string[] })[]
  teams: readonly Named[]
  sites: readonly Named[]
  organisations: readonly Named[]
  queues: readonly Named[]
  desks: readonly Named[]
  covers: readonly Named[]
  agreements: readonly { cover: string }[]
}

export const namedDirectory = (directory: Directory): NamedDirectory => ({
  people: [...directory.people.values()],
  teams: [...directory.teams.values()],
  sites: [...directory.sites.values()],
  organisations: [...directory.organisations.values()],
  queues: [...directory.queues.values()],
  desks: [...directory.desks.values()],
  covers: [...directory.covers.values()],
  agreements: directory.agreements,
})

const named = (list: readonly Named[]) => list.map(({ id, name }) => ({ value: id, label: name }))
const plain = (values: Iterable<string>) => [...new Set(values)].map((value) => ({ value, label: value }))

/** The values that facts of a design may have, with their names. */
export function namesOf(design: Design, directory: NamedDirectory): Names {
  const categories = new Map(design.categories.map((one) => [one.id, one.name]))
  const path = (id: string) =>
    id
      .split('/')
      .map((_, index, parts) => categories.get(parts.slice(0, index + 1).join('/')) ?? '?')
      .join(' › ')
  const statuses = Object.entries(statusNames(design.kinds)).map(([value, label]) => ({ value, label }))
  const coverNames = new Map(directory.covers.map(({ id, name }) => [id, name]))
  const covers = [
    ...coverNames.keys(),
    ...directory.agreements.map((one) => one.cover),
    ...(design.triage.signals?.covers ?? []),
    ...conditionValues(design, 'cover'),
  ]
  const desk = named(directory.people.filter((one) => one.role !== 'requester'))
  const sets: Partial<Record<ValueSet, Names[string]>> = {
    category: design.categories.map(({ id }) => ({ value: id, label: path(id) })),
    item: named(design.items),
    kind: named(design.kinds),
    desk: named(directory.desks),
    queue: named(directory.queues),
    portal: named(design.portals),
    priority: design.priorities.map((one) => ({ value: one.id, label: `${one.numeral} ${one.name}` })),
    site: named(directory.sites),
    organisation: named(directory.organisations),
    team: named(directory.teams),
    technician: desk,
    status: statuses,
    statusGroup: plain(STATUS_GROUPS),
    exchange: plain(COUNTERPART_STANDS),
    partner: named(design.exchanges),
    channel: plain(CHANNELS),
    grade: plain(GRADES),
    cover: plain(covers).map(({ value }) => ({ value, label: coverNames.get(value) ?? value })),
  }
  const ofFacts = Object.entries(FACTS).flatMap(([fact, { values }]) =>
    values && sets[values] ? [[fact, sets[values]] as const] : [],
  )
  return {
    ...namesOfFields(design, directory),
    ...Object.fromEntries(ofFacts),
    calendar: named(design.calendars),
  }
}

/** The values of fields that are chosen by name; of persons there are too many. */
function namesOfFields(design: Design, directory: NamedDirectory): Names {
  const lists: Partial<Record<FieldType, () => Names[string]>> = {
    technician: () => named(directory.people.filter((one) => one.role !== 'requester')),
    organisation: () => named(directory.organisations),
    site: () => named(directory.sites),
  }
  return Object.fromEntries(
    design.fields.flatMap(({ name, type, options }) => {
      const values = options ?? lists[type]?.()
      return values ? [[fieldFact(name), [...values]]] : []
    }),
  )
}

/** What the tables compare a fact with; a cover that nobody has just now is known from there. */
function conditionValues({ triage }: Design, fact: string): string[] {
  return [triage.routing, triage.weight, triage.what, triage.skills].flatMap((table) => {
    const column = table?.columns.indexOf(fact) ?? -1
    if (!table || column < 0) return []
    return table.rows.flatMap((row) => row.cells[column]?.value ?? []).map(String)
  })
}

/** What the values of a fact, or of an outcome, are: for cells that are typed, pasted or kept in a sheet. */
export const cellNamesOf = (design: Design, names: Names, fact: string): CellNames => ({
  ...valuesOf(design, names, fact),
  calendars: names.calendar,
})

function valuesOf(design: Design, names: Names, fact: string): CellNames {
  const kind = kindOfFact(design, names, fact)
  if (kind === 'moment') return { type: 'date' }
  if (kind !== 'path' && kind !== 'choice' && kind !== 'text') return { type: kind }
  return { type: kind, values: askedBy(design, fact)?.options ?? names[fact] }
}

/** What of a design conditions are built from. */
export type RuleWords = Pick<Design, 'questions' | 'fields' | 'categories'>

/** The question or the field that a fact is of; undefined of what tickets have by themselves. */
const askedBy = (design: RuleWords, fact: string) =>
  design.questions.find((one) => `form.${one.name}` === fact) ??
  design.fields.find((one) => fieldFact(one.name) === fact)

/** What values a fact has in a design, and so what can be asked of it. */
export function kindOfFact(design: RuleWords, names: Names, fact: string): FactKind {
  const own = termsOfFact(fact)?.kind
  if (own && own !== 'choice') return own
  const asked = askedBy(design, fact)
  const kind = asked && termsOfType(asked.type).fact
  if (kind && kind !== 'choice' && kind !== 'text') return kind
  return (asked?.options ?? names[fact])?.length ? 'choice' : 'text'
}
