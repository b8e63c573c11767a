import { CALENDARS, copyOf, type Facts, type FactValue } from '../condition'
import type { CompiledDesign, Directory, Person } from '../design'
import type { Reason, TableName } from '../reason'
import { decideTable, type Decision, type HitPolicy, type Row } from '../table'
import type { Instant } from '../time'
import { assign, type Workloads } from './assignment'
import { becauseOf, type Sorted } from './because'
import type { Suggestion } from './learnt'
import { decidePriority } from './priority'
import { oneAt } from '../lookup'

/** What triage decides about a ticket; a value that nothing decides is missing. */
export interface TriageResult {
  category: Sorted
  impact: Sorted
  urgency: Sorted
  priority: Sorted
  queue: Sorted
  team: Sorted
  technician: Sorted<string | null>
}

export interface TriageInput {
  item: string
  /** Facts known on arrival; triage adds category, impact, urgency, priority, queue and team. */
  facts: Facts
  requester: Person
  now: Instant
  work: Workloads
  /** Number of the agreement in force. */
  agreement?: number | null
  /** The category that the words of past tickets speak for. */
  suggestion?: Suggestion
  /** The category that the requester picked, in the place of that of the catalog item. */
  picked?: string
  /** What somebody or the signal map has decided already; triage decides the rest by it. */
  chosen?: { category?: Sorted; priority?: Sorted; queue?: Sorted }
}

/** What triage decides before it looks for somebody. */
export type SortResult = Omit<TriageResult, 'technician'>

/** Sorts a new ticket: category, impact and urgency, priority, queue and team, technician; each with its because. */
export function triage(input: TriageInput, design: CompiledDesign, directory: Directory): TriageResult {
  const { values, facts, routed } = sortOf(input, design, directory)
  return { ...values, technician: find(facts, values.team, routed, input, design, directory) }
}

/** Sorts a ticket without looking for somebody who does it. */
export function sort(input: TriageInput, design: CompiledDesign, directory: Directory): SortResult {
  return sortOf(input, design, directory).values
}

function sortOf(input: TriageInput, design: CompiledDesign, directory: Directory) {
  const { chosen } = input
  const { weight, routing, teamOrders } = design.design.triage
  // One copy is ours, and holds what is decided step by step.
  const facts = Object.assign(copyOf(input.facts), { now: input.now, [CALENDARS]: design })
  const category = chosen?.category ?? sortOut({ ...input, facts }, design)
  facts.category = category.value
  const weighed = decideTable(weight, facts)
  const grade = (name: string) => sortedByTable('weight', weighed, facts, name, 'medium', design)
  const [impact, urgency] = [grade('impact'), grade('urgency')]
  Object.assign(facts, { impact: impact.value, urgency: urgency.value })
  let priority = chosen?.priority ?? decidePriority({ ...input, facts }, design, directory)
  facts.priority = priority.value
  const routed = decideTable(routing, facts)
  const queue = standing(chosen?.queue ?? route('queue', routed, facts, design), directory.queues)
  const team = standing(route('team', routed, facts, design), directory.teams)
  // A team may ask the sources in an order of its own; which team it is, the desk's order has led to.
  if (!chosen?.priority && teamOrders?.[team.value])
    priority = decidePriority({ ...input, facts }, design, directory, team.value)
  const values: SortResult = { category, impact, urgency, priority, queue, team }
  return {
    values,
    facts: Object.assign(facts, { priority: priority.value, queue: queue.value, team: team.value }),
    routed,
  }
}

/** A rule may still name what was merged into another meanwhile. */
function standing(sorted: Sorted, things: Directory['queues' | 'teams']): Sorted {
  const id = things.get(sorted.value)?.id ?? sorted.value
  return id === sorted.value ? sorted : { ...sorted, value: id }
}

/** The category: by the table of categories, else that of the catalog item. */
function sortOut(input: TriageInput, design: CompiledDesign): Sorted {
  const { item: id, facts } = input
  const item = design.item(id)
  // What was picked by an earlier edition may stand elsewhere by now.
  const picked = input.picked === undefined ? undefined : design.categoryNow(input.picked)
  const category = picked ?? item.category
  const why: Reason[] = [
    picked ? { is: 'requesterPicked', category } : { is: 'itemCategory', item: item.id, category },
  ]
  const ofItem: Sorted = { value: category, because: becauseOf(design, why) }
  const { what } = design.design.triage
  if (!what?.rows.length) return picked ? ofItem : byWords(input, ofItem, design)
  const asked = Object.assign(copyOf(facts), { category })
  const decision = decideTable(what, asked)
  if (decision.row) return sortedByTable('what', decision, asked, 'category', category, design)
  const nearly = { ...ofItem, because: becauseOf(design, why, rowNearly('what', decision)) }
  return picked ? nearly : byWords(input, nearly, design)
}

/** What the words of past tickets speak for, where the design lets them: named, or deciding where they are sure enough. */
function byWords({ item, suggestion }: TriageInput, ofItem: Sorted, design: CompiledDesign): Sorted {
  const { learnt } = design.design.triage
  if (!learnt?.items.includes(item) || !suggestion || suggestion.category === ofItem.value) return ofItem
  const { category, confidence } = suggestion
  if (!design.categories.has(category) || confidence < learnt.suggestFrom) return ofItem
  const { why, nearly = [] } = ofItem.because
  if (learnt.actFrom === undefined || confidence < learnt.actFrom)
    return {
      ...ofItem,
      because: becauseOf(design, why, [{ is: 'pastWordsNearly', ...suggestion }, ...nearly]),
    }
  return { value: category, because: becauseOf(design, [{ is: 'pastWords', ...suggestion }], why) }
}

/** Queue or team: by the routing; where no row fits, as the portal says, and else as the desk says. */
function route(outcome: 'queue' | 'team', routed: Decision, facts: Facts, design: CompiledDesign): Sorted {
  const { otherwise } = design.design.triage
  const portal = design.findPortal(String(facts.portal ?? ''))
  const ofPortal = outcome === 'team' ? portal?.team : undefined
  if (routed.row || !portal || !ofPortal)
    return sortedByTable('routing', routed, facts, outcome, otherwise[outcome], design)
  const why: Reason[] = [{ is: 'portalTeam', portal: portal.id }]
  return { value: ofPortal, because: becauseOf(design, why, rowNearly('routing', routed)) }
}

function find(
  facts: Facts,
  team: Sorted,
  routed: Decision,
  { requester, now, work }: TriageInput,
  design: CompiledDesign,
  directory: Directory,
): Sorted<string | null> {
  const portal = design.findPortal(String(facts.portal ?? ''))
  const named = portal?.person && !routed.row ? directory.people.get(portal.person) : undefined
  if (portal && named?.active)
    return {
      value: named.id,
      because: becauseOf(design, [{ is: 'portalPerson', portal: portal.id, person: named.id }]),
    }
  const asked = skillRows(facts, design)
  const skills = [...new Set(asked.map((one) => one.skill))]
  const found = assign({ team: team.value, requester: requester.id, skills, now, work }, design, directory)
  if (!asked.length) return found
  const { why, nearly } = found.because
  return { value: found.value, because: becauseOf(design, [...why, ...asked], nearly) }
}

/** What a technician must know for a ticket, by the table of skills. */
export function skillsFor(facts: Facts, design: CompiledDesign): string[] {
  return [...new Set(skillRows(facts, design).map((one) => one.skill))]
}

/** The rows that say what a technician must know for a ticket. */
function skillRows(facts: Facts, { design }: CompiledDesign): Extract<Reason, { is: 'asksFor' }>[] {
  const { skills } = design.triage
  if (!skills?.rows.length) return []
  return decideTable(skills, facts).fitting.flatMap((index) => {
    const { id, outcome } = oneAt(skills.rows, index)
    return outcome.skill ? { is: 'asksFor', row: id, number: index + 1, skill: outcome.skill } : []
  })
}

/** The row that nearly decided, and which of its tests failed. */
function rowNearly(table: TableName, { nearest }: Decision): Reason[] {
  if (!nearest) return []
  const { row, number, failed } = nearest
  return [{ is: 'rowNearly', table, row: row.id, number, failed }]
}

/** What a row asked about, as it was. */
function factsAsked(
  { cells }: Row,
  columns: readonly string[],
  facts: Facts,
): Record<string, FactValue | null> {
  const asked: Record<string, FactValue | null> = {}
  for (let index = 0; index < cells.length; index++)
    if (cells[index]) asked[oneAt(columns, index)] = facts[oneAt(columns, index)] ?? null
  return asked
}

function sortedByTable(
  table: TableName,
  decision: Decision,
  facts: Facts,
  outcome: string,
  otherwise: string,
  design: CompiledDesign,
): Sorted {
  const { row, number } = decision
  const nearly = rowNearly(table, decision)
  if (!row || number === undefined)
    return { value: otherwise, because: becauseOf(design, [{ is: 'noRow', table }], nearly) }
  const { columns, hitPolicy } = design.design.triage[table]!
  const why: Reason[] = [{ is: 'row', table, row: row.id, number, facts: factsAsked(row, columns, facts) }]
  return {
    value: row.outcome[outcome] ?? otherwise,
    because: becauseOf(design, why, [...clash(hitPolicy, decision), ...nearly]),
  }
}

/** Where only one row may fit and more did. */
function clash(hitPolicy: HitPolicy | undefined, { fitting }: Decision): Reason[] {
  if (hitPolicy !== 'unique' || fitting.length < 2) return []
  return [{ is: 'rowsToo', numbers: fitting.slice(1).map((index) => index + 1) }]
}
