import type { Facts } from '../condition'
import type { CompiledDesign, Directory, Grade, Person, PrioritySource } from '../design'
import type { Reason } from '../reason'
import { becauseOf, type Sorted } from './because'
import { oneAt } from '../lookup'

/** What one source says about the priority; `value` is missing when it says nothing. */
export interface SourceAnswer {
  source: PrioritySource
  /** Id of what the source is: a category, a site, an agreement; null where the ticket has none. */
  of: string | null
  value?: string
  /** The priority that it would give, which is switched off and does not count. */
  switchedOff?: string
}

/** Whose priority is asked for: who asks for what. */
export interface Asked {
  item: string
  requester: Person
  facts: Facts
  /** Number of the agreement in force. */
  agreement?: number | null
}

type Answering = Record<PrioritySource, () => [of: string | null, value: string | undefined]>

function answersOf(asked: Asked, design: CompiledDesign, directory: Directory): Answering {
  const { item, requester, facts, agreement: number = null } = asked
  const { triage: rules } = design.design
  const category = String(facts.category)
  const site = directory.sites.get(String(facts.site ?? ''))
  const agreement = directory.agreement(number)
  const portal = design.findPortal(String(facts.portal ?? ''))
  const { department = null } = requester
  const organisation = directory.organisations.get(String(facts.organisation ?? ''))
  return {
    category: () => [category, categoryPriority(category, design)?.value],
    site: () => [site?.id ?? null, site?.priority],
    department: () => [department, (department && rules.departments?.[department]) || undefined],
    organisation: () => [organisation?.id ?? null, organisation?.priority],
    requester: () => [requester.id, requester.priority],
    agreement: () => [agreement ? String(agreement.number) : null, agreement?.priority],
    item: () => [item, design.item(item).priority],
    portal: () => [portal?.id ?? null, portal?.priority],
    impactUrgency: () => [
      `${facts.impact} ${facts.urgency}`,
      rules.matrix[facts.impact as Grade]?.[facts.urgency as Grade],
    ],
  }
}

/**
 * Asks every source of a priority, in the source order. Inactive priorities count as no value.
 * @param team whose order is used, if it has one of its own
 */
export function askSources(
  asked: Asked,
  design: CompiledDesign,
  directory: Directory,
  team?: string,
): SourceAnswer[] {
  const { priorities } = design.design
  const answers = answersOf(asked, design, directory)
  return orderOf(design, team).map((source): SourceAnswer => {
    const [of, value] = answers[source]()
    const priority = priorities.find((one) => one.id === value)
    if (!priority) return { source, of }
    return priority.active ? { source, of, value: priority.id } : { source, of, switchedOff: priority.id }
  })
}

const orderOf = ({ design }: CompiledDesign, team: string | undefined): PrioritySource[] =>
  (team !== undefined && design.triage.teamOrders?.[team]) || design.triage.sourceOrder

/** The priority of a category or of the nearest one above it that has one, and which one that is. */
export function categoryPriority(
  id: string,
  design: CompiledDesign,
): { of: string; value: string } | undefined {
  for (let path = id; path; path = path.slice(0, Math.max(0, path.lastIndexOf('/')))) {
    const priority = design.categories.get(path)?.priority
    if (priority) return { of: path, value: priority }
  }
  return undefined
}

/** Decides the priority: the first source that has one; the lowest active one if none has. */
export function decidePriority(
  asked: Asked,
  design: CompiledDesign,
  directory: Directory,
  team?: string,
): Sorted {
  const answers = askSources(asked, design, directory, team)
  const index = answers.findIndex((one) => one.value !== undefined)
  const winner = answers[index]
  if (winner?.value === undefined) {
    const active = design.design.priorities.filter((one) => one.active)
    const lowest = oneAt(
      active.sort((a, b) => b.order - a.order),
      0,
    )
    const why: Reason[] = [{ is: 'noSource', priority: lowest.id }, ...switchedOff(answers)]
    return { value: lowest.id, because: becauseOf(design, why) }
  }
  const { source, of, value } = winner
  const before = answers.slice(0, index)
  const silent = before.flatMap((one) => (one.switchedOff === undefined ? one.source : []))
  const why: Reason[] = [
    { is: 'source', source, of, priority: value },
    ...(silent.length ? [{ is: 'sourcesSilent' as const, sources: silent }] : []),
    ...switchedOff(before),
  ]
  const later = answers
    .slice(index + 1)
    .flatMap((one) =>
      one.value === undefined || one.value === value
        ? []
        : { source: one.source, of: one.of, priority: one.value },
    )
  const nearly: Reason[] = later.length
    ? [{ is: 'sourcesLater', sources: later, after: source, ...(team !== undefined && { team }) }]
    : []
  return { value, because: becauseOf(design, why, nearly) }
}

/** Sources whose priority is switched off. */
const switchedOff = (answers: readonly SourceAnswer[]) =>
  answers.flatMap(({ source, of, switchedOff: priority }): Reason[] =>
    priority === undefined ? [] : [{ is: 'sourceOff', source, of, priority }],
  )
