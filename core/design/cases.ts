import { ALWAYS, factsOf, type Condition, type Test } from '../condition'
import { CaseSpace, inBoth, takersOf, TooManyCases, type Box, type Domains } from '../table'
import type { Status } from '../lifecycle'
import { grouped } from '../lookup'
import type { Design } from './design'
import { askedLater, formsOfItem, questionsIn } from './laterForms'

/** All cases that some conditions tell apart, and those among them that no ticket of the design can be. */
export interface Cases {
  space: CaseSpace
  impossible: Box[]
}

/** What of a design says which tickets there can be: what the things are called says nothing of it. */
export interface CaseDesign {
  items: readonly { id: string; kind: string; forms: readonly string[] }[]
  /** The questions of each form. */
  forms: readonly { id: string; asks: readonly string[] }[]
  kinds: readonly { id: string; statuses: readonly Pick<Status, 'id' | 'group'>[] }[]
}

/** What of a design says which tickets there can be. */
export function caseDesign(design: Design): CaseDesign {
  const later = askedLater(design)
  return {
    items: design.items.map((item) => ({ id: item.id, kind: item.kind, forms: formsOfItem(item, later) })),
    forms: design.forms.map((form) => ({ id: form.id, asks: questionsIn(form) })),
    kinds: design.kinds.map((kind) => ({
      id: kind.id,
      statuses: kind.statuses.map(({ id, group }) => ({ id, group })),
    })),
  }
}

type BoxOf = (...tests: Test[]) => Box

/** Facts that go with the item: they are told apart together. */
const goesWithItem = (fact: string) => fact === 'item' || fact === 'kind' || fact.startsWith('form.')

const goesWithStatus = (fact: string) => fact === 'status' || fact === 'statusGroup'

/**
 * The cases that some conditions of a design tell apart. An item has one kind and asks what its form asks, and a status
 * belongs to the kinds that have it, so much of what could be written is no ticket.
 * @param domains what values the facts can have (`domainsOf`)
 */
export function casesOf(design: CaseDesign, domains: Domains, asked: readonly Condition[]): Cases {
  const facts = [...new Set(asked.flatMap(factsOf))]
  const withItem = facts.some(goesWithItem) && design.items.length > 0
  const withStatus = facts.some(goesWithStatus)
  const more = moreThan(facts)
  const space = new CaseSpace([...asked, ...more.map((fact): Test => ({ fact, op: 'filled' }))], domains)
  const box: BoxOf = (...tests) => space.together(tests.map((test) => space.fitting(test)))
  const impossible = [
    ...space.impossible,
    ...(withItem ? [...ofItems(design, box), ...ofForms(design, facts, box)] : []),
    ...(withStatus ? ofStatuses(design, box) : []),
  ]
  return { space, impossible: impossible.filter((one) => one.every((set) => set.length)) }
}

const moreThan = (facts: readonly string[]): string[] => [
  ...(facts.some(goesWithItem) ? ['item', 'kind'] : []),
  ...(facts.some(goesWithStatus) ? ['status', 'statusGroup', 'kind'] : []),
]

/** Every fact by whose values the cases of some conditions are told apart. */
export function casesFacts(asked: readonly Condition[]): string[] {
  const facts = asked.flatMap(factsOf)
  return [...new Set([...facts, ...moreThan(facts)])]
}

/** For which tickets a condition holds. */
export type Share = 'none' | 'some' | 'all'

/** So much work, in boxes looked at, goes into the question for whom a condition holds. */
const MOST_WORK = 200_000

/**
 * For which of the tickets for which something else holds a condition does: for none that there can be, for all of them,
 * or for some. Where it cannot be told it is for some.
 */
export function holdsFor(
  design: CaseDesign,
  domains: Domains,
  condition: Condition,
  among: Condition = ALWAYS,
): Share {
  const { space, impossible } = casesOf(design, domains, [condition, among])
  const budget = { left: MOST_WORK }
  const isTaken = (boxes: readonly Box[], by: readonly Box[]) =>
    boxes.every((box) => takersOf(box, [...impossible, ...by], budget).by)
  try {
    const all = space.boxesOf(among)
    const holding = space.boxesOf(condition)
    // What holds for nobody's tickets is told where that is said.
    if (isTaken(all, [])) return 'some'
    if (isTaken(inBoth(all, holding), [])) return 'none'
    return isTaken(all, holding) ? 'all' : 'some'
  } catch (error) {
    if (error instanceof TooManyCases) return 'some'
    throw error
  }
}

/** An item leads to one kind. */
function ofItems({ items }: CaseDesign, box: BoxOf): Box[] {
  return [...grouped(items, (one) => one.kind)].map(([kind, some]) =>
    box(
      { fact: 'item', op: 'oneOf', value: some.map((one) => one.id) },
      { fact: 'kind', op: 'isNot', value: kind },
    ),
  )
}

/** What neither the form of an item nor one that comes later asks has no answer. */
function ofForms({ items, forms }: CaseDesign, facts: readonly string[], box: BoxOf): Box[] {
  const asked = facts.filter((fact) => fact.startsWith('form.'))
  return asked.map((fact) => {
    const asks = new Set(forms.filter((one) => one.asks.includes(fact.slice(5))).map((one) => one.id))
    const asking = items.filter((one) => one.forms.some((form) => asks.has(form))).map((one) => one.id)
    return box({ fact: 'item', op: 'noneOf', value: asking }, { fact, op: 'filled' })
  })
}

/** A status is one of the kinds that have it, and is in the group in which they have it. */
function ofStatuses({ kinds }: CaseDesign, box: BoxOf): Box[] {
  const all = kinds.flatMap((kind) => kind.statuses.map(({ id, group }) => ({ kind: kind.id, id, group })))
  const ofOthers = [...grouped(all, (one) => one.id)].map(([id, some]) =>
    box(
      { fact: 'status', op: 'is', value: id },
      { fact: 'kind', op: 'noneOf', value: some.map((one) => one.kind) },
    ),
  )
  const ofGroups = [...grouped(all, (one) => `${one.id}\n${one.group}`).values()].map((some) =>
    box(
      { fact: 'status', op: 'is', value: some[0]!.id },
      { fact: 'kind', op: 'oneOf', value: some.map((one) => one.kind) },
      { fact: 'statusGroup', op: 'isNot', value: some[0]!.group },
    ),
  )
  return [...ofOthers, ...ofGroups]
}
