import { inWords, type Facts } from '../condition'
import type { CompiledDesign, Directory, Grade, Person, PrioritySource } from '../design'
import { decideTable, type Decision, type DecisionTable } from '../table'
import { momentInWords, type Instant } from '../time'

/** Why a value is what it is, in a sentence a lead understands. */
export interface Because {
  text: string
  /** The rule that nearly decided, and what it lacked. */
  nearly?: string
  /** Where the rule stands in Design, as the end of an address: `triage/where-it-goes#r2`. */
  article?: string
}

export interface Sorted<T = string> {
  value: T
  because: Because
}

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
  /** Open tickets by technician. */
  openCounts: ReadonlyMap<string, number>
  /** What a person has decided already; triage decides the rest by it. */
  chosen?: { category?: Sorted; priority?: Sorted }
}

/** Sorts a new ticket: category, impact and urgency, priority, queue and team, technician; each with its because. */
export function triage(input: TriageInput, design: CompiledDesign, directory: Directory): TriageResult {
  const item = design.item(input.item)
  const words = design.vocabulary(directory)
  const category: Sorted = input.chosen?.category ?? {
    value: item.category,
    because: {
      text: `The catalog item “${item.name}” belongs to ${design.categoryPath(item.category)}.`,
      article: `catalog/${item.id}`,
    },
  }
  let facts: Facts = { ...input.facts, category: category.value }
  const { weight, routing } = design.design.triage
  const weighed = decideTable(weight, facts)
  const grade = (name: string) => sortedByTable(weight, weighed, name, 'medium', words, 'triage/how-bad')
  const [impact, urgency] = [grade('impact'), grade('urgency')]
  facts = { ...facts, impact: impact.value, urgency: urgency.value }
  const priority = input.chosen?.priority ?? decidePriority(input, design, directory, facts)
  facts = { ...facts, priority: priority.value }
  const routed = decideTable(routing, facts)
  const route = (name: 'queue' | 'team') =>
    sortedByTable(routing, routed, name, design.design.triage.otherwise[name], words, 'triage/where-it-goes')
  const [queue, team] = [route('queue'), route('team')]
  const technician = assign(team.value, input.now, design, directory, input.openCounts)
  return { category, impact, urgency, priority, queue, team, technician }
}

function sortedByTable(
  table: DecisionTable,
  decision: Decision,
  outcome: string,
  otherwise: string,
  words: Parameters<typeof inWords>[1],
  article: string,
): Sorted {
  const { row, number, nearest } = decision
  const nearly = nearest
    ? `Row ${nearest.number} nearly fitted, but not: ${nearest.failed.map((test) => inWords(test, words)).join(' and ')}.`
    : undefined
  if (!row)
    return {
      value: otherwise,
      because: { text: `No row of “${table.name}” fits; this is what happens then.`, nearly, article },
    }
  const tests = row.cells.flatMap((cell, i) => (cell ? [{ fact: table.columns[i]!, ...cell }] : []))
  const text = `Row ${number} of “${table.name}” decided: ${inWords({ all: tests }, words)}.`
  return {
    value: row.outcome[outcome] ?? otherwise,
    because: { text, nearly, article: `${article}#${row.id}` },
  }
}

/** What one source says about the priority; `value` is missing when it says nothing. */
export interface SourceAnswer {
  source: PrioritySource
  name: string
  value?: string
}

export const SOURCE_NAMES: Record<PrioritySource, string> = {
  category: 'the category',
  site: 'the site',
  requester: 'the requester',
  item: 'the catalog item',
  impactUrgency: 'impact and urgency',
}

/** Asks every source of a priority, in the source order. Inactive priorities count as no value. */
export function askSources(
  item: string,
  requester: Person,
  facts: Facts,
  design: CompiledDesign,
  directory: Directory,
): SourceAnswer[] {
  const { triage: rules, priorities } = design.design
  const active = new Set(priorities.filter((one) => one.active).map((one) => one.id))
  const category = String(facts.category)
  const site = directory.sites.get(String(facts.site ?? ''))
  const answers: Record<PrioritySource, () => [string, string | undefined]> = {
    category: () => [
      `${SOURCE_NAMES.category} ${design.categoryPath(category)}`,
      categoryPriority(category, design),
    ],
    site: () => [`${SOURCE_NAMES.site} ${site?.name ?? '(none)'}`, site?.priority],
    requester: () => [`${SOURCE_NAMES.requester} ${requester.name}`, requester.priority],
    item: () => [SOURCE_NAMES.item, design.item(item).priority],
    impactUrgency: () => [
      `impact ${facts.impact} and urgency ${facts.urgency}`,
      rules.matrix[facts.impact as Grade]?.[facts.urgency as Grade],
    ],
  }
  return rules.sourceOrder.map((source) => {
    const [name, value] = answers[source]()
    return { source, name, value: value && active.has(value) ? value : undefined }
  })
}

/** The priority of a category or of the nearest one above it that has one. */
function categoryPriority(id: string, design: CompiledDesign): string | undefined {
  for (let path = id; path; path = path.slice(0, Math.max(0, path.lastIndexOf('/')))) {
    const priority = design.categories.get(path)?.priority
    if (priority) return priority
  }
  return undefined
}

function decidePriority(
  input: TriageInput,
  design: CompiledDesign,
  directory: Directory,
  facts: Facts,
): Sorted {
  const answers = askSources(input.item, input.requester, facts, design, directory)
  const index = answers.findIndex((one) => one.value)
  const lowest = [...design.design.priorities]
    .filter((one) => one.active)
    .sort((a, b) => b.order - a.order)[0]!
  const numeral = (id: string) => design.priority(id).numeral
  const article = 'triage/source-order'
  if (index < 0)
    return {
      value: lowest.id,
      because: { text: `No source has a priority, so it is the lowest, ${lowest.numeral}.`, article },
    }
  const winner = answers[index]!
  const passed = answers.slice(0, index).map((one) => SOURCE_NAMES[one.source])
  const later = answers.slice(index + 1).filter((one) => one.value && one.value !== winner.value)
  const text = `${capital(winner.name)} gives ${numeral(winner.value!)}.`
  const asked = passed.length ? ` Asked before: ${passed.join(', ')} (no value).` : ''
  const nearly = later.length
    ? `${later.map((one) => `${capital(one.name)} gives ${numeral(one.value!)}`).join('; ')}, but ${SOURCE_NAMES[winner.source]} comes first in the source order.`
    : undefined
  return { value: winner.value!, because: { text: text + asked, nearly, article } }
}

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)

/** Finds a technician the way the team's assignment says. */
export function assign(
  teamId: string,
  now: Instant,
  design: CompiledDesign,
  directory: Directory,
  openCounts: ReadonlyMap<string, number>,
): Sorted<string | null> {
  const article = 'triage/who-gets-it'
  const team = directory.teams.get(teamId)?.name ?? teamId
  const way = design.design.triage.assignment[teamId] ?? 'leave'
  if (way === 'leave')
    return { value: null, because: { text: `${team} takes its tickets from the queue.`, article } }
  const members = (directory.membersOf.get(teamId) ?? []).filter((one) => one.role !== 'requester')
  const load = (person: Person) => openCounts.get(person.id) ?? 0
  const ranked = members
    .filter((person) => directory.isOnShift(person, now))
    .sort((a, b) => load(a) - load(b) || (a.id < b.id ? -1 : 1))
  const [best, second] = ranked
  if (!best)
    return {
      value: null,
      because: {
        text: `Nobody of ${team} is on shift${nextShift(members, now, design, directory)}.`,
        article,
      },
    }
  const until = directory.shiftOf(best)!.nextChange(now)
  const shift = until ? ` until ${momentInWords(until, best.zone, now)}` : ''
  const text = `${best.name} is on shift${shift} and has the fewest open tickets of ${team}: ${load(best)}.`
  const nearly = second
    ? `Next would be ${second.name} with ${load(second)}.`
    : 'Nobody else of the team is on shift.'
  return { value: best.id, because: { text, nearly, article } }
}

function nextShift(members: Person[], now: Instant, design: CompiledDesign, directory: Directory): string {
  const starts = members
    .filter((person) => person.active)
    .flatMap((person) => directory.shiftOf(person)?.nextChange(now) ?? [])
  if (starts.length === 0) return ''
  return ` before ${momentInWords(Math.min(...starts), design.design.desk.zone, now)}; it waits in the queue`
}
