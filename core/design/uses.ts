import type { ServiceLevel } from '../clock'
import { factsOf, mayHold, OPERATORS, testsOf, type Condition } from '../condition'
import { fieldFact } from '../fields'
import type { CatalogItem, Form } from '../intake'
import type { Action } from '../ladder'
import type { Cell, DecisionTable } from '../table'
import type { Exchange } from '../partner'
import { conditionsOf, factsNamed, questionsNamed } from '../plan'
import type { Checklist } from '../work'
import type { Design, Triage } from './design'
import { fieldsOf } from './templateFields'

// What else goes by a part of the design, so that whoever changes it sees whom that touches.

/** Something that goes by a part of the design, in words, and where it stands. */
export interface Use {
  words: string
  /** The end of an address in Design. */
  place: string
}

const use = (words: string, place: string): Use => ({ words, place })
type Asks = (condition: Condition | undefined) => boolean

/** The tables of triage, with their articles. */
const TABLES: readonly { id: string; name: string; of: (triage: Triage) => DecisionTable | undefined }[] = [
  { id: 'what', name: 'what it is', of: (triage) => triage.what },
  { id: 'how-bad', name: 'how bad, how soon', of: (triage) => triage.weight },
  { id: 'where-it-goes', name: 'where it goes', of: (triage) => triage.routing },
  { id: 'skills', name: 'who knows what', of: (triage) => triage.skills },
]

function tablesWhere(design: Design, isSo: (table: DecisionTable) => boolean): Use[] {
  return TABLES.flatMap(({ id, name, of }) => {
    const table = of(design.triage)
    return table && isSo(table) ? [use(name, `triage/${id}`)] : []
  })
}

/** Everything with conditions of its own that are asked when a ticket is worked on, and those. */
function* conditioned(design: Design): Generator<Use & { asks: readonly (Condition | undefined)[] }> {
  for (const { id, name, when, targets } of design.serviceLevels) {
    const ofTargets = targets.flatMap((one) => [one.startWhen, one.pauseWhen, one.stopWhen, one.cancelWhen])
    yield { ...use(`service level ${name}`, `service-levels/${id}`), asks: [when, ...ofTargets] }
  }
  for (const { id, name, when, startWhen, stopWhen } of design.ladders)
    yield { ...use(`ladder ${name}`, `ladders/${id}`), asks: [when, startWhen, stopWhen] }
  for (const { id, name, when } of design.moves) yield { ...use(`move ${name}`, `moves/${id}`), asks: [when] }
  for (const { id, name, when } of design.checklists)
    yield { ...use(`checklist ${name}`, `plans/checklists#${id}`), asks: [when] }
  for (const plan of design.plans)
    yield { ...use(`plan ${plan.name}`, `plans/${plan.id}`), asks: conditionsOf(plan) }
  for (const { id, name, sends, takes } of design.exchanges) {
    const asks = [
      ...[sends.rule?.when, ...[...sends.fields, ...takes.fields].map((one) => one.when)],
      ...(takes.owed ?? []).flatMap((one) => [one.keptWhen, one.restsWhen]),
    ]
    yield { ...use(`exchange with ${name}`, `partners/${id}`), asks }
  }
}

const conditionsWhere = (design: Design, asks: Asks): Use[] =>
  [...conditioned(design)].filter((one) => one.asks.some(asks)).map(({ words, place }) => use(words, place))

/** A table as it is named among other things. */
const inQuotes = (one: Use): Use => ({ ...one, words: `table “${one.words}”` })

/** Every rule with a condition or a cell for which something is so. */
export const rulesWhere = (design: Design, asks: (condition: Condition) => boolean): Use[] => [
  ...tablesWhere(design, ({ columns, rows }) =>
    rows.some(({ cells }) =>
      cells.some((cell, at) => cell !== null && asks({ fact: columns[at] ?? '', ...cell })),
    ),
  ).map(inQuotes),
  ...conditionsWhere(design, (condition) => condition !== undefined && asks(condition)),
]

/** The ladders of which a rung does something. */
const laddersDoing = (design: Design, isSo: (action: Action) => boolean): Use[] =>
  design.ladders
    .filter((ladder) => ladder.rungs.some((rung) => rung.actions.some(isSo)))
    .map((one) => use(`ladder ${one.name}`, `ladders/${one.id}`))

const fieldLabel = (design: Design, name: string) =>
  `“${design.fields.find((one) => one.name === name)?.label ?? name}”`

/** Each once, in order. */
const distinct = (uses: Use[]) => [...new Map(uses.map((one) => [one.place, one])).values()]

/** The questions whose answers some conditions ask for. */
const questionsIn = (conditions: readonly (Condition | undefined)[]): string[] =>
  questionsOfFacts(conditions.flatMap((one) => (one ? factsOf(one) : [])))

/** Those of which something is said to a partner, and those that they answer. */
const questionsExchanged = (exchange: Exchange): string[] => [
  ...questionsOfFacts(factsSent(exchange)),
  ...(exchange.takes.begins?.answers ?? []).map(({ question }) => question),
]

const questionsOfFacts = (facts: readonly string[]): string[] =>
  facts.flatMap((fact) => (fact.startsWith('form.') ? [fact.slice(5)] : []))

/** The facts that a partner is told: by themselves, or in words. */
const factsSent = ({ sends }: Exchange): string[] =>
  sends.fields.flatMap(({ from }) =>
    'fact' in from ? [from.fact] : 'text' in from ? fieldsOf(from.text) : [],
  )

/** Each place that goes by answers, with the questions whose answers they are. */
function* goingByAnswers(design: Design): Generator<Use & { by: readonly string[] }> {
  const labels = new Map(design.questions.map((one) => [one.name, one.label]))
  for (const { id, name, of } of TABLES)
    yield {
      ...use(name, `triage/${id}`),
      by: questionsIn([{ all: (of(design.triage)?.columns ?? []).map((fact) => ({ fact, op: 'filled' })) }]),
    }
  for (const { words, place, asks } of conditioned(design))
    yield { ...use(words, place), by: questionsIn(asks) }
  for (const { id, name, rungs } of design.ladders) {
    const told = rungs.flatMap((one) => one.actions).flatMap((one) => (one.do === 'notify' ? one.tell : []))
    yield {
      ...use(`ladder ${name}`, `ladders/${id}`),
      by: told.flatMap((one) => (one.to === 'answer' ? [one.question] : [])),
    }
  }
  for (const plan of design.plans)
    yield {
      ...use(`plan ${plan.name}`, `plans/${plan.id}`),
      by: [...questionsNamed(plan), ...questionsOfFacts(factsNamed(plan))],
    }
  for (const { id, name, subject, body } of design.templates)
    yield {
      ...use(`message ${name}`, `templates/${id}`),
      by: questionsOfFacts(fieldsOf(`${subject} ${body}`)),
    }
  for (const { id, name, fields } of design.webhooks)
    yield {
      ...use(`call ${name}`, `ladders/webhook-${id}`),
      by: questionsOfFacts(fieldsOf(fields.map((one) => one.value).join(' '))),
    }
  for (const exchange of design.exchanges)
    yield {
      ...use(`exchange with ${exchange.name}`, `partners/${exchange.id}`),
      by: questionsExchanged(exchange),
    }
  for (const { id, name, fields } of design.kinds)
    for (const { field, question } of fields)
      yield {
        ...use(`the field ${fieldLabel(design, field)} of ${name}`, `kinds/${id}#field-${field}`),
        by: question === undefined ? [] : [question],
      }
  for (const form of design.forms)
    for (const { question, showWhen, requireWhen } of questionsOf(form))
      yield {
        ...use(`“${labels.get(question) ?? question}” in ${form.name}`, `forms/${form.id}#${question}`),
        by: questionsIn([showWhen, requireWhen]),
      }
}

/**
 * Everything that goes by the answers to questions, besides the forms that ask them.
 * @returns by the name of the question; one by which nothing goes is not in it
 */
export function usesOfAnswers(design: Design): Map<string, Use[]> {
  const uses = new Map<string, Use[]>()
  for (const { by, words, place } of goingByAnswers(design))
    for (const name of new Set(by)) uses.set(name, [...(uses.get(name) ?? []), use(words, place)])
  return new Map([...uses].map(([name, list]) => [name, distinct(list)]))
}

/**
 * Everything that goes by the answer to a question, besides the forms that ask it.
 * @param name of the question
 */
export const usesOfAnswer = (design: Design, name: string): Use[] => usesOfAnswers(design).get(name) ?? []

/**
 * Everything that goes by a field or sets it, besides the ticket kinds that have it.
 * @param name of the field
 */
export function usesOfField(design: Design, name: string): Use[] {
  const fact = fieldFact(name)
  const asks: Asks = (condition) => condition !== undefined && factsOf(condition).includes(fact)
  return distinct([
    ...design.kinds.flatMap((kind) =>
      kind.statuses
        .filter(({ gate }) => gate.some((one) => one.field === name))
        .map((status) => use(`the gate of “${status.name}” (${kind.name})`, `kinds/${kind.id}#${status.id}`)),
    ),
    ...tablesWhere(design, (table) => table.columns.includes(fact)),
    ...conditionsWhere(design, asks),
    ...design.plans
      .filter((plan) => factsNamed(plan).includes(fact))
      .map((one) => use(`plan ${one.name}`, `plans/${one.id}`)),
    ...design.exchanges
      .filter((one) => [...factsSent(one), ...one.takes.fields.map(({ to }) => to)].includes(fact))
      .map((one) => use(`exchange with ${one.name}`, `partners/${one.id}`)),
    ...design.checklists
      .filter(({ tasks }) =>
        tasks.some(({ evidence }) => evidence?.is === 'field' && evidence.field === name),
      )
      .map((one) => use(`checklist ${one.name}`, `plans/checklists#${one.id}`)),
    ...laddersDoing(design, (action) => action.do === 'set' && action.field === name),
    ...design.moves
      .filter(({ steps }) => steps.some((one) => one.do === 'set' && one.field === name))
      .map((one) => use(`move ${one.name}`, `moves/${one.id}`)),
    ...design.templates
      .filter((one) => fieldsOf(`${one.subject} ${one.body}`).includes(fact))
      .map((one) => use(`message ${one.name}`, `templates/${one.id}`)),
  ])
}

const questionsOf = (form: Form) => form.steps.flatMap((step) => step.questions)

/** Forms that ask a question. */
export const formsAsking = ({ forms }: Pick<Design, 'forms'>, name: string): Form[] =>
  forms.filter((form) => questionsOf(form).some((one) => one.question === name))

/** What is known of every ticket of an item; all else depends on who asks and what they answer. */
const knownOf = ({ id: item, kind, category }: CatalogItem) => ({ item, kind, category })

/** Service levels that can apply to tickets of an item: those that what is known of it does not rule out. */
export function levelsFor(design: Design, item: CatalogItem): ServiceLevel[] {
  const form = design.forms.find((one) => one.id === item.form)
  const asked = new Set(form ? questionsOf(form).map((one) => `form.${one.question}`) : [])
  return design.serviceLevels.filter(({ when }) => {
    // What its form does not ask has no answer.
    const unasked = factsOf(when).filter((fact) => fact.startsWith('form.') && !asked.has(fact))
    const known = { ...knownOf(item), ...Object.fromEntries(unasked.map((fact) => [fact, undefined])) }
    return mayHold(when, known)
  })
}

/** Checklists that can come to tickets of an item by themselves. */
export const checklistsFor = (design: Design, item: CatalogItem): Checklist[] =>
  design.checklists.filter(({ when }) => when !== undefined && mayHold(when, knownOf(item)))

/** What a ticket kind touches besides the items that lead to it. */
export function usesOfKind(design: Design, kind: string): Use[] {
  const items = design.items.filter((one) => one.kind === kind)
  const levels = new Set(items.flatMap((item) => levelsFor(design, item)))
  const statuses = new Set(design.kinds.find((one) => one.id === kind)?.statuses.map((one) => one.id))
  const isMeant = (fact: string, value: unknown) => {
    const values = [value].flat().map(String)
    if (fact === 'kind') return values.includes(kind)
    return (fact === 'status' || fact === 'statusBefore') && values.some((one) => statuses.has(one))
  }
  const asks: Asks = (condition) =>
    condition !== undefined && testsOf(condition).some(({ fact, value }) => isMeant(fact, value))
  const inTable = ({ columns, rows }: DecisionTable) =>
    columns.some((fact, index) => rows.some(({ cells }) => isMeant(fact, cells[index]?.value)))
  return distinct([
    ...design.serviceLevels
      .filter((one) => levels.has(one))
      .map((one) => use(`service level ${one.name}`, `service-levels/${one.id}`)),
    ...conditionsWhere(design, asks),
    ...laddersDoing(design, (action) => action.do === 'status' && statuses.has(action.to)),
    ...design.moves
      .filter(({ steps }) =>
        steps.some((one) => one.do === 'status' && one.status !== undefined && statuses.has(one.status)),
      )
      .map((one) => use(`move ${one.name}`, `moves/${one.id}`)),
    ...tablesWhere(design, inTable).map(inQuotes),
  ])
}

/** What of the directory has hours. */
export interface HavingHours {
  sites: readonly { name: string; calendar: string }[]
  agreements: readonly { number: number; calendar?: string }[]
}

/** The rules that ask whether something is so by a calendar. */
function asksCalendar(design: Design, id: string): Use[] {
  const isIt = ({ op, value }: NonNullable<Cell>) => OPERATORS[op].takes === 'calendar' && value === id
  return [
    ...tablesWhere(design, ({ rows }) => rows.some(({ cells }) => cells.some((cell) => cell && isIt(cell)))),
    ...conditionsWhere(design, (condition) => condition !== undefined && testsOf(condition).some(isIt)),
  ]
}

/** Everything that counts in a calendar, in words: what a change of it touches. */
export function usesOfCalendar(design: Design, { sites, agreements }: HavingHours, id: string): string[] {
  const inLevel = ({ targets }: ServiceLevel) =>
    targets.some((one) => typeof one.calendar === 'object' && one.calendar.calendar === id)
  return [
    ...(design.desk.calendar === id ? ['the desk itself'] : []),
    ...sites.filter((one) => one.calendar === id).map((one) => `site ${one.name}`),
    ...agreements.filter((one) => one.calendar === id).map((one) => `agreement ${one.number}`),
    ...design.serviceLevels.filter(inLevel).map((one) => `service level ${one.name}`),
    ...design.kinds
      .filter((one) => one.idle?.some((timer) => timer.calendar === id))
      .map((one) => `idle timers of ${one.name}`),
    ...design.plans.filter((one) => one.hours === id).map((one) => `plan ${one.name}`),
    ...design.calendars.filter((one) => one.buildsOn === id).map((one) => `calendar ${one.name}`),
    ...asksCalendar(design, id).map((one) => one.words),
  ]
}
