import { inWords, type Facts, type Vocabulary } from '../condition'
import type { CompiledDesign, Directory, Person } from '../design'
import { decideTable, testsOfRow, type Decision, type DecisionTable } from '../table'
import type { Instant } from '../time'
import { assign, type Workloads } from './assignment'
import { listInWords, type Because, type Sorted } from './because'
import type { Suggestion } from './learnt'
import { decidePriority } from './priority'

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
  const words = design.vocabulary(directory)
  const { chosen } = input
  const { weight, routing, teamOrders } = design.design.triage
  const category = chosen?.category ?? sortOut(input, design, words)
  let facts: Facts = { ...input.facts, category: category.value }
  const weighed = decideTable(weight, facts)
  const grade = (name: string) => sortedByTable(weight, weighed, name, 'medium', words, 'triage/how-bad')
  const [impact, urgency] = [grade('impact'), grade('urgency')]
  facts = { ...facts, impact: impact.value, urgency: urgency.value }
  let priority = chosen?.priority ?? decidePriority({ ...input, facts }, design, directory)
  facts = { ...facts, priority: priority.value }
  const routed = decideTable(routing, facts)
  const queue = chosen?.queue ?? route('queue', routed, input, design, words)
  const team = route('team', routed, input, design, words)
  // A team may ask the sources in an order of its own; which team it is, the desk's order has led to.
  if (!chosen?.priority && teamOrders?.[team.value])
    priority = decidePriority({ ...input, facts }, design, directory, team.value)
  const values: SortResult = { category, impact, urgency, priority, queue, team }
  return {
    values,
    facts: { ...facts, priority: priority.value, queue: queue.value, team: team.value },
    routed,
  }
}

/** The category: by the table of categories, else that of the catalog item. */
function sortOut(input: TriageInput, design: CompiledDesign, words: Vocabulary): Sorted {
  const { item: id, facts } = input
  const item = design.item(id)
  const ofItem: Sorted = {
    value: item.category,
    because: {
      text: `The catalog item “${item.name}” belongs to ${design.categoryPath(item.category)}.`,
      article: `catalog/${item.id}`,
    },
  }
  const { what } = design.design.triage
  if (!what?.rows.length) return byWords(input, ofItem, design)
  const decision = decideTable(what, { ...facts, category: item.category })
  if (decision.row) return sortedByTable(what, decision, 'category', item.category, words, 'triage/what')
  const nearly = nearlyInWords(decision, words)
  return byWords(input, nearly ? { ...ofItem, because: { ...ofItem.because, nearly } } : ofItem, design)
}

/** What the words of past tickets speak for, where the design lets them: named, or deciding where they are sure enough. */
function byWords({ item, suggestion }: TriageInput, ofItem: Sorted, design: CompiledDesign): Sorted {
  const { learnt } = design.design.triage
  if (!learnt?.items.includes(item) || !suggestion || suggestion.category === ofItem.value) return ofItem
  const { category, confidence, words, tickets } = suggestion
  if (!design.categories.has(category) || confidence < learnt.suggestFrom) return ofItem
  const said = words.map((word) => `“${word}”`)
  const evidence = `${listInWords(said)} in ${tickets} past tickets; ${Math.floor(confidence * 100)} % sure`
  const path = design.categoryPath(category)
  if (learnt.actFrom === undefined || confidence < learnt.actFrom)
    return {
      ...ofItem,
      because: {
        ...ofItem.because,
        nearly: [`Its words speak for ${path} (${evidence}).`, ofItem.because.nearly]
          .filter(Boolean)
          .join(' '),
      },
    }
  return {
    value: category,
    because: {
      text: `Its words speak for ${path}: ${evidence}.`,
      nearly: ofItem.because.text,
      article: 'triage/what',
    },
  }
}

/** Queue or team: by the routing; where no row fits, as the portal says, and else as the desk says. */
function route(
  outcome: 'queue' | 'team',
  routed: Decision,
  { facts }: TriageInput,
  design: CompiledDesign,
  words: Vocabulary,
): Sorted {
  const { routing, otherwise } = design.design.triage
  const portal = design.findPortal(String(facts.portal ?? ''))
  const ofPortal = outcome === 'team' ? portal?.team : undefined
  if (routed.row || !ofPortal)
    return sortedByTable(routing, routed, outcome, otherwise[outcome], words, 'triage/where-it-goes')
  return {
    value: ofPortal,
    because: {
      text: `No row of “${routing.name}” fits; tickets of ${portal!.name} go there then.`,
      nearly: nearlyInWords(routed, words),
      article: `portals/${portal!.id}`,
    },
  }
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
  if (named?.active)
    return {
      value: named.id,
      because: {
        text: `No row of “${design.design.triage.routing.name}” fits; ${named.name} gets such tickets of ${portal!.name}.`,
        article: `portals/${portal!.id}`,
      },
    }
  const skills = skillsFor(facts, design)
  return assign({ team: team.value, requester: requester.id, skills, now, work }, design, directory)
}

/** What a technician must know for a ticket, by the table of skills. */
export function skillsFor(facts: Facts, { design }: CompiledDesign): string[] {
  const { skills } = design.triage
  if (!skills?.rows.length) return []
  const { fitting } = decideTable(skills, facts)
  return [...new Set(fitting.flatMap((index) => skills.rows[index]!.outcome.skill ?? []))]
}

function nearlyInWords({ nearest }: Decision, words: Vocabulary): string | undefined {
  if (!nearest) return undefined
  return `Row ${nearest.number} nearly fitted, but not: ${nearest.failed.map((test) => inWords(test, words)).join(' and ')}.`
}

function sortedByTable(
  table: DecisionTable,
  decision: Decision,
  outcome: string,
  otherwise: string,
  words: Vocabulary,
  article: string,
): Sorted {
  const { row, number } = decision
  const nearly = nearlyInWords(decision, words)
  if (!row)
    return {
      value: otherwise,
      because: { text: `No row of “${table.name}” fits; this is what happens then.`, nearly, article },
    }
  const because: Because = {
    text: `Row ${number} of “${table.name}” decided: ${inWords({ all: testsOfRow(table, row) }, words)}.`,
    nearly: [clashInWords(table, decision), nearly].filter(Boolean).join(' ') || undefined,
    article: `${article}#${row.id}`,
  }
  return { value: row.outcome[outcome] ?? otherwise, because }
}

/** Where only one row may fit and more did. */
function clashInWords(table: DecisionTable, { fitting }: Decision): string | undefined {
  if (table.hitPolicy !== 'unique' || fitting.length < 2) return undefined
  const others = fitting.slice(1).map((index) => index + 1)
  return `Only one row may fit, but ${others.length > 1 ? 'rows' : 'row'} ${others.join(', ')} did too.`
}
