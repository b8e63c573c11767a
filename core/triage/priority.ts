import type { Facts } from '../condition'
import type { CompiledDesign, Directory, Grade, Person, PrioritySource } from '../design'
import { capital, type Sorted } from './because'

/** What one source says about the priority; `value` is missing when it says nothing. */
export interface SourceAnswer {
  source: PrioritySource
  name: string
  value?: string
  /** Why a value that is there does not count. */
  passedOver?: string
}

export const SOURCE_NAMES: Record<PrioritySource, string> = {
  category: 'the category',
  site: 'the site',
  department: 'the department',
  requester: 'the requester',
  agreement: 'the agreement',
  item: 'the catalog item',
  portal: 'the portal',
  impactUrgency: 'impact and urgency',
}

/** Whose priority is asked for: who asks for what. */
export interface Asked {
  item: string
  requester: Person
  facts: Facts
  /** Number of the agreement in force. */
  agreement?: number | null
}

type Answering = Record<PrioritySource, () => [name: string, value: string | undefined]>

function answersOf(asked: Asked, design: CompiledDesign, directory: Directory): Answering {
  const { item, requester, facts, agreement: number = null } = asked
  const { triage: rules } = design.design
  const category = String(facts.category)
  const site = directory.sites.get(String(facts.site ?? ''))
  const agreement = directory.agreement(number)
  const portal = design.findPortal(String(facts.portal ?? ''))
  const { department } = requester
  return {
    category: () => [
      `${SOURCE_NAMES.category} ${design.categoryPath(category)}`,
      categoryPriority(category, design),
    ],
    site: () => [`${SOURCE_NAMES.site} ${site?.name ?? '(none)'}`, site?.priority],
    department: () => [
      `${SOURCE_NAMES.department} ${department ?? '(none)'}`,
      department && rules.departments?.[department],
    ],
    requester: () => [`${SOURCE_NAMES.requester} ${requester.name}`, requester.priority],
    agreement: () => [`${SOURCE_NAMES.agreement} ${agreement?.number ?? '(none)'}`, agreement?.priority],
    item: () => [`${SOURCE_NAMES.item} ${design.item(item).name}`, design.item(item).priority],
    portal: () => [`${SOURCE_NAMES.portal} ${portal?.name ?? '(none)'}`, portal?.priority],
    impactUrgency: () => [
      `impact ${facts.impact} and urgency ${facts.urgency}`,
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
    const [name, value] = answers[source]()
    const priority = priorities.find((one) => one.id === value)
    if (!priority) return { source, name }
    if (!priority.active)
      return { source, name, passedOver: `it would be ${priority.numeral}, which is switched off` }
    return { source, name, value: priority.id }
  })
}

const orderOf = ({ design }: CompiledDesign, team: string | undefined): PrioritySource[] =>
  (team !== undefined && design.triage.teamOrders?.[team]) || design.triage.sourceOrder

/** The priority of a category or of the nearest one above it that has one. */
function categoryPriority(id: string, design: CompiledDesign): string | undefined {
  for (let path = id; path; path = path.slice(0, Math.max(0, path.lastIndexOf('/')))) {
    const priority = design.categories.get(path)?.priority
    if (priority) return priority
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
  const winner = answers.find((one) => one.value)
  const numeral = (id: string) => design.priority(id).numeral
  const article = 'triage/source-order'
  if (!winner) {
    const active = design.design.priorities.filter((one) => one.active)
    const lowest = active.sort((a, b) => b.order - a.order)[0]!
    const off = answers.flatMap(({ name, passedOver }) =>
      passedOver ? ` ${capital(name)}: ${passedOver}.` : [],
    )
    const text = `No source has a priority, so it is the lowest, ${lowest.numeral}.${off.join('')}`
    return { value: lowest.id, because: { text, article } }
  }
  const index = answers.indexOf(winner)
  const before = answers.slice(0, index)
  const silent = before.filter((one) => !one.passedOver).map((one) => SOURCE_NAMES[one.source])
  const off = before.flatMap(({ name, passedOver }) =>
    passedOver ? ` ${capital(name)}: ${passedOver}.` : [],
  )
  const later = answers.slice(index + 1).filter((one) => one.value && one.value !== winner.value)
  const order =
    team === undefined ? 'the source order' : `the source order of ${directory.teams.get(team)?.name ?? team}`
  const text = `${capital(winner.name)} gives ${numeral(winner.value!)}.`
  const asking =
    (silent.length ? ` Asked before, without an answer: ${silent.join(', ')}.` : '') + off.join('')
  const nearly = later.length
    ? `${later.map((one) => `${capital(one.name)} gives ${numeral(one.value!)}`).join('; ')}, but ${SOURCE_NAMES[winner.source]} comes first in ${order}.`
    : undefined
  return { value: winner.value!, because: { text: text + asking, nearly, article } }
}
