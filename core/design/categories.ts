import { isTest, listOf, partsOf, type Condition } from '../condition'
import type { DesignStep } from '../finding'
import { wayTo, type Question } from '../intake'
import { withoutGaps } from '../json'
import { oneAt } from '../lookup'
import type { DecisionTable } from '../table'
import type { Category, Design } from './design'
import { renamedCell, renamedTests, stepsBetween, type Renaming } from './renaming'
import { rulesWhere, type Use } from './uses'

// The tree of categories: branches moved elsewhere or put together. Whatever names them goes along; tickets follow with
// the edition. Each gives the steps of one act; nothing is changed here.

/** What becomes of categories that are moved or put together. */
export interface CategoryMove {
  /** What each category is called then, by what it was called. */
  now: ReadonlyMap<string, string>
  /** Names of categories that stand already where others would come. */
  inTheWay: string[]
  /** Rules for all that is below a category which they leave: they are for them no more. */
  leaves: Use[]
  /** Rules for all that is below where they come: they are for them then. */
  joins: Use[]
  steps: DesignStep[]
}

const isWithin = (id: string, branch: string) => id === branch || id.startsWith(`${branch}/`)

/** Without those that lie below others of them. */
const roots = (ids: readonly string[]) =>
  ids.filter((id) => !ids.some((other) => other !== id && isWithin(id, other)))

/**
 * Moves branches under another category.
 * @param ids of the categories that go, with all below them
 * @param under the id of the one that they come under; empty for the top of the tree
 */
export function moveCategories(design: Design, ids: readonly string[], under: string): CategoryMove {
  const now = new Map<string, string>()
  for (const branch of roots(ids)) {
    const leaf = oneAt(branch.split('/'), -1)
    const to = under ? `${under}/${leaf}` : leaf
    if (to === branch || (under && isWithin(under, branch))) continue
    for (const { id } of design.categories)
      if (isWithin(id, branch)) now.set(id, to + id.slice(branch.length))
  }
  const stays = new Set(design.categories.map((one) => one.id).filter((id) => !now.has(id)))
  const comes = [...now.values()]
  const taken = new Set(comes.filter((id, at) => stays.has(id) || comes.indexOf(id) !== at))
  const inTheWay = design.categories.filter(({ id }) => taken.has(now.get(id) ?? '')).map((one) => one.name)
  if (taken.size) return { now, inTheWay, leaves: [], joins: [], steps: [] }
  return moved(design, now)
}

/**
 * Puts branches together with another category: what they were it is then, and what lay below them lies below it.
 * @param ids of the categories that go
 * @param into the id of the one that stays; nothing is done to those that it lies below
 */
export function mergeCategories(design: Design, ids: readonly string[], into: string): CategoryMove {
  const now = new Map<string, string>()
  for (const branch of roots(ids)) {
    if (isWithin(into, branch)) continue
    for (const { id } of design.categories)
      if (isWithin(id, branch)) now.set(id, into + id.slice(branch.length))
  }
  return moved(design, now)
}

function moved(design: Design, now: ReadonlyMap<string, string>): CategoryMove {
  const above = (ids: Iterable<string>) => new Set([...ids].flatMap(wayTo))
  const [before, after] = [above(now.keys()), above(now.values())]
  const isOld = (id: string) => before.has(id) && !after.has(id) && !now.has(id)
  const isNew = (id: string) => after.has(id) && !before.has(id)
  return {
    now,
    inTheWay: [],
    leaves: rulesUnder(design, isOld),
    joins: rulesUnder(design, isNew),
    steps: now.size ? stepsBetween(design, withMoved(design, now)) : [],
  }
}

/** Rules that are for all that lies below some categories. */
function rulesUnder(design: Design, isMeant: (id: string) => boolean): Use[] {
  const asks = (condition: Condition): boolean =>
    isTest(condition)
      ? condition.op === 'under' &&
        condition.fact === 'category' &&
        listOf(condition.value).some((id) => isMeant(String(id)))
      : partsOf(condition).some(asks)
  return rulesWhere(design, asks)
}

/** What is a category wherever it is asked for: the ticket's own, and answers that name one. */
const factsOfCategories = ({ questions }: Design): ReadonlySet<string> =>
  new Set([
    'category',
    ...questions.filter((one) => one.type === 'category').map((one) => `form.${one.name}`),
  ])

function withMoved(design: Design, now: ReadonlyMap<string, string>): Design {
  const facts = factsOfCategories(design)
  const called = (id: string) => now.get(id) ?? id
  const renaming: Renaming = {
    fact: (fact) => fact,
    value: (fact, value) => (facts.has(fact) ? called(value) : value),
  }
  const isSorting = ({ do: does, field }: Readonly<Record<string, unknown>>) =>
    does === 'sort' && field === 'category'
  const everywhere = <T>(list: T[]): T[] =>
    list.map((thing) =>
      renamedTests(thing, renaming, (found) =>
        isSorting(found) && typeof found.value === 'string'
          ? { ...found, value: called(found.value) }
          : undefined,
      ),
    )
  const filled = (one: Question): Question =>
    one.type === 'category' && typeof one.default === 'string'
      ? { ...one, default: called(one.default) }
      : one
  const table = (one: DecisionTable) => inTable(one, renaming, called)
  const { triage } = design
  return {
    ...design,
    categories: inTree(design.categories, now),
    items: design.items.map((one) => ({ ...one, category: called(one.category) })),
    questions: design.questions.map(filled),
    forms: everywhere(design.forms),
    serviceLevels: everywhere(design.serviceLevels),
    ladders: everywhere(design.ladders),
    moves: everywhere(design.moves),
    checklists: everywhere(design.checklists),
    plans: everywhere(design.plans),
    triage: withoutGaps({
      ...triage,
      weight: table(triage.weight),
      routing: table(triage.routing),
      what: triage.what && table(triage.what),
      skills: triage.skills && table(triage.skills),
    }),
  }
}

function inTable(table: DecisionTable, renaming: Renaming, called: (id: string) => string): DecisionTable {
  const { order } = table
  return {
    ...table,
    ...(order?.category && { order: { ...order, category: [...new Set(order.category.map(called))] } }),
    rows: table.rows.map((row) => ({
      ...row,
      cells: row.cells.map((cell, at) => renamedCell(table.columns[at] ?? '', cell, renaming)),
      outcome: row.outcome.category
        ? { ...row.outcome, category: called(row.outcome.category) }
        : row.outcome,
    })),
  }
}

/** The tree with its branches where they are then; each knows what it was called, so that tickets can follow. */
function inTree(categories: readonly Category[], now: ReadonlyMap<string, string>): Category[] {
  const tree = new Map<string, Category>()
  for (const one of categories) if (!now.has(one.id)) tree.set(one.id, one)
  for (const one of categories) {
    const id = now.get(one.id)
    if (id === undefined) continue
    const there = tree.get(id) ?? { ...one, id }
    const formerly = [...(there.formerly ?? []), one.id, ...(one.formerly ?? [])]
    tree.set(id, { ...there, formerly: [...new Set(formerly)].filter((each) => each !== id) })
  }
  return [...tree.values()]
}
