import { kindOfFact, type Design, type Finding, type Names, type RuleWords } from '~~/core/design'
import { freeId } from '~~/core/naming'
import {
  isOwnField,
  TAKEN_TARGETS,
  TARGET_NAMES,
  type Exchange,
  type Offer,
  type OfferedField,
  type OfferedType,
  type SentField,
  type Source,
  type TakenField,
  type TakenTarget,
} from '~~/core/partner'
import { capital } from '~~/core/words'
import type { Option } from '~/kit/field'

// What is chosen in the maps of a partner: beginnings that are right as often as can be.

/** What each part of a partner's maps is given. */
export interface PartnerPart {
  exchange: Exchange
  /** What the partner says it gives and takes; null before anything came. */
  offer: Offer | null
  name: string
  design: Design
  readonly: boolean
  findings: Finding[]
}

/** Sources that are no facts, as a choice calls them. */
export const TEXT = 'text'
const DUE = 'due:'

export const SOURCES: readonly Option[] = [
  { value: TEXT, label: 'words, with fields in them', group: 'Written' },
  { value: `${DUE}respond`, label: 'by when it is answered', group: 'Promises' },
  { value: `${DUE}resolve`, label: 'by when it is solved', group: 'Promises' },
]

const PEOPLE: readonly string[] = ['requester', 'technician']

/** A source as a choice calls it. */
export const keyOfSource = (from: Source): string =>
  'fact' in from ? from.fact : 'text' in from ? TEXT : `${DUE}${from.due}`

export function sourceOf(key: string): Source {
  if (key === TEXT) return { text: '{summary}' }
  // People are told by name, which means something elsewhere.
  if (PEOPLE.includes(key)) return { text: `{${key}}` }
  if (key === `${DUE}respond`) return { due: 'respond' }
  return key === `${DUE}resolve` ? { due: 'resolve' } : { fact: key }
}

/** Nothing can be said of values that are many things at once, or of time that runs on. */
export const sentType = (words: RuleWords, names: Names, from: Source): OfferedType => {
  if ('text' in from) return 'text'
  if ('due' in from) return 'moment'
  const kind = kindOfFact(words, names, from.fact)
  if (names[from.fact]) return 'choice'
  if (kind === 'number' || kind === 'moment') return kind
  if (kind === 'date') return 'day'
  return kind === 'yesNo' ? 'yesNo' : 'text'
}

const alike = (one: string, other: string) =>
  one.trim().toLocaleLowerCase('en') === other.trim().toLocaleLowerCase('en')

/** Our values as they are said: those of theirs that are called the same, or our own where nobody says what they take. */
export const sentValues = (ours: Names[string], theirs?: OfferedField['values']): SentField['values'] =>
  ours.flatMap(({ value, label }) => {
    if (!theirs) return [{ ours: value, sent: value, name: label }]
    const same = theirs.find((one) => alike(one.name, label) || alike(one.id, value))
    return same ? [{ ours: value, sent: same.id, name: same.name }] : []
  })

interface Known {
  words: RuleWords
  names: Names
  offer?: Offer | null
}

/** A field that is said from now on, with a beginning of its table. */
export function freshSent(
  { sends }: Exchange,
  key: string,
  called: string,
  { words, names, offer }: Known,
): SentField {
  const from = sourceOf(key)
  const type = sentType(words, names, from)
  const heard = offer?.takes.find((one) => alike(one.name, called) || alike(one.id, key))
  const free = freeId(called, (id) => sends.fields.some((one) => one.id === id), 'field')
  const isFree = heard && sends.fields.every((one) => one.id !== heard.id)
  const values =
    'fact' in from && type === 'choice' ? sentValues(names[from.fact]!, heard?.values) : undefined
  return { id: isFree ? heard.id : free, name: capital(called), type, from, ...(values && { values }) }
}

/** A field of theirs that is taken in from now on, with a beginning of its table: theirs that are called as ours are. */
export function freshTaken(
  field: OfferedField | undefined,
  from: string,
  to: TakenTarget,
  names: Names,
): TakenField {
  const ours = names[to]
  if (!ours) return { from, to }
  const values = (field?.values ?? []).flatMap(({ id, name }) => {
    const same = ours.find((one) => alike(one.label, name) || alike(one.value, id))
    return same ? [{ theirs: id, ours: same.value }] : []
  })
  return { from, to, values }
}

/** What a ticket can have from a partner. */
export const targetOptions = ({
  fields,
}: RuleWords): { value: TakenTarget; label: string; group: string }[] => [
  ...TAKEN_TARGETS.map((value) => ({ value, label: TARGET_NAMES[value], group: 'Every ticket' })),
  ...fields.map(({ name, label }) => ({
    ...{ value: `field.${name}` as const, label },
    group: 'Fields of ticket kinds',
  })),
]

export const targetName = ({ fields }: RuleWords, target: TakenTarget): string =>
  isOwnField(target)
    ? (fields.find((one) => `field.${one.name}` === target)?.label ?? target.slice(target.indexOf('.') + 1))
    : TARGET_NAMES[target]

/** A list with one of it otherwise, or without it. */
export const replacedAt = <T>(list: readonly T[], at: number, now: T | undefined): T[] =>
  list.flatMap((one, index) => (index === at ? (now === undefined ? [] : [now]) : [one]))
