import { fold } from '~~/core/condition'
import { levelsFor, type Design, type DesignStep, type Finding } from '~~/core/design'
import { isOffered, type CatalogItem, type Form } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'

/** A line of the catalog, with what stands behind the item. */
export interface CatalogLine {
  id: string
  item: CatalogItem
  group: string
  groupName: string
  kind: string
  statuses: number
  levels: string[]
  findings: number
}

/** The whole catalog, group by group, each in the order in which requesters find it. */
export function catalogLines(design: Design, findings: readonly Finding[]): CatalogLine[] {
  const found = new Map<string, number>()
  for (const { place } of findings) found.set(place, (found.get(place) ?? 0) + 1)
  const kinds = new Map(design.kinds.map((one) => [one.id, one]))
  const byGroup = new Map<string, CatalogItem[]>(design.groups.map((one) => [one.id, []]))
  for (const item of design.items) {
    const there = byGroup.get(item.group)
    if (there) there.push(item)
    else byGroup.set(item.group, [item])
  }
  const names = new Map(design.groups.map((one) => [one.id, one.name]))
  return [...byGroup].flatMap(([group, items]) =>
    items.map((item) => ({
      ...{ id: item.id, item, group, groupName: names.get(group) ?? 'In no group' },
      kind: kinds.get(item.kind)?.name ?? item.kind,
      statuses: kinds.get(item.kind)?.statuses.length ?? 0,
      levels: levelsFor(design, item).map((one) => one.name),
      findings: (found.get(`catalog/${item.id}`) ?? 0) + (found.get(`forms/${item.form}`) ?? 0),
    })),
  )
}

/** What of the catalog is listed; an empty text lists all. */
export interface Sifted {
  words: string
  group: string
  kind: string
  desk: string
  portal: string
  state: string
}

/** What a lead asks of the standing of items. */
export const STATES = {
  offered: { label: 'offered now', is: (one: CatalogLine, { today }: Known) => isOffered(one.item, today) },
  later: {
    label: 'not offered yet, or no more',
    is: (one: CatalogLine, { today }: Known) => !one.item.retired && !isOffered(one.item, today),
  },
  retired: { label: 'retired', is: (one: CatalogLine) => one.item.retired !== undefined },
  found: { label: 'with something found', is: (one: CatalogLine) => one.findings > 0 },
  unused: {
    label: 'asked for by nobody',
    is: (one: CatalogLine, { use }: Known) => use !== undefined && !use[one.id],
  },
} as const
export type State = keyof typeof STATES

interface Known {
  /** Today in the zone of the desk, as `2026-11-27`. */
  today: string
  /** How often each item was asked for lately; undefined as long as that is not counted. */
  use?: Readonly<Record<string, number>> | undefined
}

/** The lines that are asked for, in their order. */
export function sifted(lines: readonly CatalogLine[], by: Sifted, known: Known): CatalogLine[] {
  const words = fold(by.words).split(/\s+/).filter(Boolean)
  const state = STATES[by.state as State] as (typeof STATES)[State] | undefined
  return lines.filter((one) => {
    const { item } = one
    const text = fold([item.name, item.description, ...item.keywords].join(' '))
    return (
      words.every((word) => text.includes(word)) &&
      (!by.group || item.group === by.group) &&
      (!by.kind || item.kind === by.kind) &&
      (!by.desk || (item.desk ?? '-') === by.desk) &&
      (!by.portal || item.portals.length === 0 || item.portals.includes(by.portal)) &&
      (!state || state.is(one, known))
    )
  })
}

/** The steps that change some items alike, as one act; those that are so already are left. */
export const changedAlike = (
  design: Design,
  ids: readonly string[],
  change: (item: CatalogItem) => Partial<CatalogItem>,
): DesignStep[] =>
  design.items
    .filter((one) => ids.includes(one.id))
    .map((before) => ({ before, after: withoutGaps({ ...before, ...change(before) }) }))
    .filter(({ before, after }) => JSON.stringify(before) !== JSON.stringify(after))
    .map(({ before, after }) => ({ list: 'items', id: before.id, before, after }))

/** Copies of items, each with a form of its own that asks the same. */
export function copiesOf(design: Design, ids: readonly string[]): { ids: string[]; steps: DesignStep[] } {
  const items = new Set(design.items.map((one) => one.id))
  const forms = new Set(design.forms.map((one) => one.id))
  const steps: DesignStep[] = []
  const made: string[] = []
  for (const item of design.items.filter((one) => ids.includes(one.id))) {
    const name = `${item.name}, copy`
    const id = freeId(name, (one) => items.has(one), 'item')
    const before = design.forms.find((one) => one.id === item.form)
    const form = freeId(id, (one) => forms.has(one))
    items.add(id)
    forms.add(form)
    made.push(id)
    if (before) steps.push({ list: 'forms', id: form, before: null, after: { ...before, id: form, name } })
    const after = { ...item, id, name, ...(before && { form }) }
    steps.push({ list: 'items', id, before: null, after })
  }
  return { ids: made, steps }
}

/** What takes items out of the catalog, with the forms that nothing else has. */
export function withoutItems(design: Design, ids: readonly string[]): DesignStep[] {
  const gone = design.items.filter((one) => ids.includes(one.id))
  const stays = new Set(design.items.filter((one) => !ids.includes(one.id)).map((one) => one.form))
  const forms = new Set(gone.map((one) => one.form).filter((form) => !stays.has(form)))
  return [
    ...gone.map((before) => ({ list: 'items', id: before.id, before, after: null })),
    ...design.forms
      .filter((one) => forms.has(one.id))
      .map((before) => ({ list: 'forms', id: before.id, before, after: null })),
  ]
}

/** The ticket kind that most items of a group lead to; of all items where the group is empty. */
export function usualKind({ items, kinds }: Design, group: string): string | undefined {
  const there = items.filter((one) => one.group === group)
  const counts = new Map<string, number>()
  for (const { kind } of there.length ? there : items) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? kinds[0]?.id
}

/** What a lead says of a new item; all else can be said later. */
export interface FreshItem {
  name: string
  group: string
  kind: string
  category: string
}

/** A new item with its form, which begins with the question that every form asks. */
export function freshItem(design: Design, fresh: FreshItem): { id: string; steps: DesignStep[] } {
  const id = freeId(fresh.name, (one) => design.items.some((item) => item.id === one), 'item')
  const form = freeId(id, (one) => design.forms.some((other) => other.id === one))
  const asks = design.questions.some((one) => one.name === 'details') ? [{ question: 'details' }] : []
  const itsForm: Form = { id: form, name: fresh.name, steps: [{ title: 'About it', questions: asks }] }
  const item: CatalogItem = { id, description: '', keywords: [], form, portals: [], ...fresh }
  return {
    id,
    steps: [
      { list: 'forms', id: form, before: null, after: itsForm },
      { list: 'items', id, before: null, after: item },
    ],
  }
}
