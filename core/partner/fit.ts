import { mayHold } from '../condition'
import type { ConflictRule, Exchange, SentField, TakenField, TakenTarget } from './map'
import { factSaid } from './map'
import { withTheirs } from './sending'
import { fieldOf, valueNamed, type Offer, type Spoken } from './offer'

// Our two maps held against what the partner has published: what would not arrive, and what would not come to rest.

/** Something of our maps that does not fit what the partner offers. */
export type Misfit =
  /** They may say it, and it is nothing here. */
  | { is: 'valueUntaken'; field: string; value: string; name: string }
  /** We say it, and they do not take it in. */
  | { is: 'valueUnheard'; field: string; value: string }
  | { is: 'fieldUnheard'; field: string }
  /** We take in what they do not say. */
  | { is: 'fieldUnsaid'; field: string }
  /** They take no ticket without it. */
  | { is: 'neededUnsaid'; field: string }
  | { is: 'spokenUnheard'; what: keyof Spoken }
  /** Where both change it at once, both keep their own, or both take the other's. */
  | { is: 'rulesCross'; field: string; target: TakenTarget; ours: ConflictRule; theirs: ConflictRule }
  /** What they would say of it is something else here. */
  | { is: 'drifts'; target: TakenTarget; from: string; to: string }
  /** Said and heard again and again, it is one after the other and never stays. */
  | { is: 'circle'; target: TakenTarget; values: string[] }

/** By status, the group that it is of; without those that are of several. */
export type StatusGroups = Readonly<Record<string, string>>

/**
 * Everything of our maps that does not fit, fields in their order.
 * @param groups by which conditions on the group of a status are decided
 */
export function misfitsOf(exchange: Exchange, offer: Offer, groups: StatusGroups = {}): Misfit[] {
  const { sends, takes } = exchange
  return [
    ...sends.fields.flatMap((field) => unheard(field, offer)),
    ...needed(exchange, offer),
    ...spoken(sends, offer),
    ...[...new Set(takes.fields.map(({ from }) => from))].flatMap((from) =>
      untaken(from, takes.fields, offer),
    ),
    ...(takes.owed ?? []).flatMap(({ by }) => unsaidBy(by, offer)),
    ...sends.fields.flatMap((field) => rules(field, takes.fields, offer)),
    ...targetsOf(exchange).flatMap((target) => loops(exchange, offer, target, groups)),
  ]
}

function unheard({ id, values = [] }: SentField, { takes }: Offer): Misfit[] {
  const field = fieldOf(takes, id)
  if (!field) return [{ is: 'fieldUnheard', field: id }]
  if (field.type !== 'choice') return []
  const sent = [...new Set(values.map((one) => one.sent))]
  return sent
    .filter((value) => !valueNamed(field, value))
    .map((value) => ({ is: 'valueUnheard', field: id, value }))
}

const needed = ({ sends }: Exchange, { takes }: Offer): Misfit[] =>
  takes
    .filter((one) => one.needed && sends.fields.every(({ id }) => id !== one.id))
    .map(({ id }) => ({ is: 'neededUnsaid', field: id }))

const SPOKEN = ['replies', 'notes', 'files'] as const
const spoken = (sends: Spoken, { hears }: Offer): Misfit[] =>
  SPOKEN.filter((what) => sends[what] && !hears[what]).map((what) => ({ is: 'spokenUnheard', what }))

/** What becomes nothing here, of a field that may be taken for several things. */
function untaken(from: string, fields: readonly TakenField[], { gives }: Offer): Misfit[] {
  const field = fieldOf(gives, from)
  if (!field) return [{ is: 'fieldUnsaid', field: from }]
  const maps = fields.filter((one) => one.from === from)
  if (maps.some(({ values, otherwise }) => !values || otherwise !== undefined)) return []
  const known = maps.flatMap(({ values = [] }) => values.map((one) => one.theirs))
  return (field.values ?? [])
    .filter(({ id }) => !known.includes(id))
    .map(({ id, name }) => ({ is: 'valueUntaken', field: from, value: id, name }))
}

/** Nobody says by when what is owed is kept. */
const unsaidBy = (by: string | undefined, { gives }: Offer): Misfit[] =>
  by === undefined || fieldOf(gives, by) ? [] : [{ is: 'fieldUnsaid', field: by }]

/** The rules of both sides under which they come to the same. */
const AGREE: Readonly<Record<ConflictRule, readonly ConflictRule[]>> = {
  ...{ ours: ['theirs'], theirs: ['ours'] },
  ...{ later: ['later'], ask: ['ask'] },
}

function rules(field: SentField, takes: readonly TakenField[], offer: Offer): Misfit[] {
  const target = factSaid(field)
  const theirs = fieldOf(offer.takes, field.id)?.conflict
  const own = takes.find((one) => one.to === target)
  if (!own || !theirs) return []
  const ours = own.conflict ?? 'later'
  return AGREE[ours].includes(theirs)
    ? []
    : [{ is: 'rulesCross', field: field.id, target: own.to, ours, theirs }]
}

const targetsOf = ({ takes }: Exchange): TakenTarget[] => [...new Set(takes.fields.map((one) => one.to))]

/** What a value of ours would come back as, once the partner has taken it and said theirs. */
function backOf(
  { sends, takes }: Exchange,
  offer: Offer,
  target: TakenTarget,
  ours: string,
  groups: StatusGroups,
) {
  const says = sends.fields.find((one) => factSaid(one) === target)
  const sent = says?.values?.find((one) => one.ours === ours)?.sent
  const heard = says && fieldOf(offer.takes, says.id)
  const becomes = heard && sent !== undefined ? valueNamed(heard, sent)?.becomes : undefined
  if (!becomes) return undefined
  const group = target === 'status' && groups[ours]
  const facts = withTheirs(
    { [target]: ours, ...(group && { statusGroup: group }) },
    { [becomes.field]: becomes.value },
  )
  const taken = takes.fields.find(
    ({ to, from, when }) => to === target && from === becomes.field && (!when || mayHold(when, facts)),
  )
  if (!taken) return undefined
  if (!taken.values) return becomes.value
  return taken.values.find((one) => one.theirs === becomes.value)?.ours ?? taken.otherwise
}

/** Where the values of a field go by saying and hearing them: those that become another, and circles. */
function loops(exchange: Exchange, offer: Offer, target: TakenTarget, groups: StatusGroups): Misfit[] {
  const says = exchange.sends.fields.find((one) => factSaid(one) === target)
  const values = (says?.values ?? []).map((one) => one.ours)
  const next = new Map(values.map((ours) => [ours, backOf(exchange, offer, target, ours, groups)] as const))
  const inCircle = new Set<string>()
  const found: Misfit[] = []
  for (const from of values) {
    const way = [from]
    let to = next.get(from)
    while (to !== undefined && !way.includes(to)) {
      way.push(to)
      to = next.get(to)
    }
    const circle = to === undefined ? [] : way.slice(way.indexOf(to))
    if (circle.length > 1 && !circle.some((one) => inCircle.has(one)))
      found.push({ is: 'circle', target, values: circle })
    if (circle.length > 1) circle.forEach((one) => inCircle.add(one))
  }
  for (const [from, to] of next)
    if (to !== undefined && to !== from && !inCircle.has(from)) found.push({ is: 'drifts', target, from, to })
  return found
}
