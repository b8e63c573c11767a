import type { DesignChange } from './compare'
import type { Design } from './design'
import { askedLater, formsOfItem } from './laterForms'
import { formsAsking } from './uses'

/** How many tickets of some days went by each thing of the design, by its id. */
export interface TicketsBy {
  /** By the rule that decided something: `triage/where-it-goes#r2`, `service-levels/office-hours`. */
  rules: Readonly<Record<string, number>>
  items: Readonly<Record<string, number>>
  kinds: Readonly<Record<string, number>>
  portals: Readonly<Record<string, number>>
  priorities: Readonly<Record<string, number>>
  categories: Readonly<Record<string, number>>
}

type Counts = Readonly<Record<string, number>>
const sum = (counts: Counts, ids: readonly string[]) => ids.reduce((all, id) => all + (counts[id] ?? 0), 0)
const under = (counts: Counts, begins: string) =>
  sum(
    counts,
    Object.keys(counts).filter((one) => one.startsWith(begins)),
  )
function itemsWith(design: Design, forms: ReadonlySet<string>): string[] {
  const later = askedLater(design)
  return design.items
    .filter((one) => formsOfItem(one, later).some((form) => forms.has(form)))
    .map((one) => one.id)
}

/** The parts of triage of which a ticket goes by one rule at most, and where their rules stand. */
const TABLES: Partial<Record<keyof Design['triage'], string>> = {
  what: 'triage/what#',
  weight: 'triage/how-bad#',
  routing: 'triage/where-it-goes#',
  sourceOrder: 'triage/source-order#',
  signals: 'triage/signals#',
}

type Counting = (id: string, design: Design, by: TicketsBy) => number
/** How the tickets of a change are counted, by the part of the design that it is of; other parts have no tickets. */
const COUNTED: Partial<Record<string, Counting>> = {
  items: (id, _, { items }) => sum(items, [id]),
  groups: (id, design, { items }) =>
    sum(
      items,
      design.items.filter((one) => one.group === id).map((one) => one.id),
    ),
  forms: (id, design, { items }) => sum(items, itemsWith(design, new Set([id]))),
  questions: (id, design, { items }) =>
    sum(items, itemsWith(design, new Set(formsAsking(design, id).map((one) => one.id)))),
  kinds: (id, _, { kinds }) => sum(kinds, [id]),
  fields: (id, design, { kinds }) =>
    sum(
      kinds,
      design.kinds.filter((one) => one.fields.some(({ field }) => field === id)).map((one) => one.id),
    ),
  categories: (id, _, { categories }) => sum(categories, [id]) + under(categories, `${id}/`),
  priorities: (id, _, { priorities }) => sum(priorities, [id]),
  portals: (id, _, { portals }) => sum(portals, [id]),
  serviceLevels: (id, _, { rules }) => sum(rules, [`service-levels/${id}`]),
  triage: (id, _, { rules }) => {
    const begins = TABLES[id as keyof Design['triage']]
    return begins === undefined ? 0 : under(rules, begins)
  },
}

/** What tickets go by only through the design, which has it no more once it is taken out. */
const THROUGH_DESIGN = new Set(['groups', 'forms', 'questions', 'fields'])

/**
 * How many tickets went by what a change is about.
 * @param design as it is with the change
 * @returns undefined where no ticket can have gone by it yet, or nothing tells
 */
export function touchedBy(
  { part, id, what }: DesignChange,
  design: Design,
  by: TicketsBy,
): number | undefined {
  if (what === 'added' || what === 'moved') return undefined
  if (what === 'removed' && THROUGH_DESIGN.has(part)) return undefined
  if (part === 'triage' && TABLES[id as keyof Design['triage']] === undefined) return undefined
  return COUNTED[part]?.(id, design, by)
}
