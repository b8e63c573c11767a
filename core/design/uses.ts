import type { ServiceLevel } from '../clock'
import { factsOf, mayHold, OPERATORS, testsOf, type Condition } from '../condition'
import { fieldFact } from '../fields'
import type { CatalogItem, Form } from '../intake'
import type { Action, Ladder } from '../ladder'
import type { Cell, DecisionTable } from '../table'
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

/** Everything with a condition of its own that is asked when a ticket is worked on. */
function conditionsWhere(design: Design, asks: Asks): Use[] {
  const inLevel = ({ when, targets }: ServiceLevel) =>
    [when, ...targets.flatMap((one) => [one.startWhen, one.pauseWhen, one.stopWhen, one.cancelWhen])].some(
      asks,
    )
  const inLadder = ({ when, startWhen, stopWhen }: Ladder) => [when, startWhen, stopWhen].some(asks)
  return [
    ...design.serviceLevels
      .filter(inLevel)
      .map((one) => use(`service level ${one.name}`, `service-levels/${one.id}`)),
    ...design.ladders.filter(inLadder).map((one) => use(`ladder ${one.name}`, `ladders/${one.id}`)),
    ...design.moves.filter((one) => asks(one.when)).map((one) => use(`move ${one.name}`, `moves/${one.id}`)),
    ...design.checklists
      .filter((one) => asks(one.when))
      .map((one) => use(`checklist ${one.name}`, `moves/checklist-${one.id}`)),
  ]
}

/** The ladders of which a rung does something. */
const laddersDoing = (design: Design, isSo: (action: Action) => boolean): Use[] =>
  design.ladders
    .filter((ladder) => ladder.rungs.some((rung) => rung.actions.some(isSo)))
    .map((one) => use(`ladder ${one.name}`, `ladders/${one.id}`))

const fieldLabel = (design: Design, name: string) =>
  `“${design.fields.find((one) => one.name === name)?.label ?? name}”`

/** Each once, in order. */
const distinct = (uses: Use[]) => [...new Map(uses.map((one) => [one.place, one])).values()]

/**
 * Everything that goes by the answer to a question, besides the forms that ask it.
 * @param name of the question
 */
export function usesOfAnswer(design: Design, name: string): Use[] {
  const fact = `form.${name}`
  const asks: Asks = (condition) => condition !== undefined && factsOf(condition).includes(fact)
  const label = (question: string) =>
    `“${design.questions.find((one) => one.name === question)?.label ?? question}”`
  const writesTo = (action: Action) =>
    action.do === 'notify' && action.tell.some((one) => one.to === 'answer' && one.question === name)
  return distinct([
    ...tablesWhere(design, (table) => table.columns.includes(fact)),
    ...conditionsWhere(design, asks),
    ...laddersDoing(design, writesTo),
    ...design.kinds.flatMap((kind) =>
      kind.fields
        .filter((one) => one.question === name)
        .map(({ field }) =>
          use(`the field ${fieldLabel(design, field)} of ${kind.name}`, `kinds/${kind.id}#field-${field}`),
        ),
    ),
    ...design.forms.flatMap((form) =>
      questionsOf(form)
        .filter((asked) => asks(asked.showWhen) || asks(asked.requireWhen))
        .map((asked) =>
          use(`${label(asked.question)} in ${form.name}`, `forms/${form.id}#${asked.question}`),
        ),
    ),
  ])
}

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
    ...tablesWhere(design, inTable).map((one) => ({ ...one, words: `table “${one.words}”` })),
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
    ...design.calendars.filter((one) => one.buildsOn === id).map((one) => `calendar ${one.name}`),
    ...asksCalendar(design, id).map((one) => one.words),
  ]
}
