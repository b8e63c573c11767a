import { factsOf, type Condition } from '../condition'
import type { DesignStep } from '../finding'
import type { Form, FormQuestion, FormStep, Option, Question } from '../intake'
import { canonicalJson, withoutGaps } from '../json'
import { present } from '../lookup'
import { freeId } from '../naming'
import { factSaid, type Exchange } from '../partner'
import type { Cell, DecisionTable, Row } from '../table'
import type { Design } from './design'
import { renamedCell, renamedTests, stepsBetween, type Renaming } from './renaming'
import { formsAsking, usesOfAnswer, type Use } from './uses'

// The library of questions: what it takes to put two of them together, to let a form have its own, to take one out. Each
// gives the steps of one act; nothing is changed here.

/** Goes from the answer of one question to that of another. */
interface Change {
  from: string
  to: string
  /** What an answer of the first is called as one of the second. */
  answers: ReadonlyMap<string, string>
}

/** What stands in the way of putting one question in the place of another. */
export type InTheWay =
  /** Their answers are of different types. */
  | { why: 'type' }
  /** Rows of a table, by their numbers from 1, that ask both, and not the same of them. */
  | { why: 'row'; place: string; rows: number[] }
  /** A form asks one of them only by the answer to the other. */
  | { why: 'form'; place: string; form: string }

/** What putting one question in the place of another would mean. */
export interface Replacement {
  /** Nothing is in the way when there is none. */
  inTheWay: InTheWay[]
  /** Options that the second does not have yet and gets. */
  added: Option[]
  /** The forms that ask the second then. */
  forms: Form[]
  /** What goes by its answer then. */
  uses: Use[]
  steps: DesignStep[]
}

const named = (design: Design, name: string): Question | undefined =>
  design.questions.find((one) => one.name === name)

/**
 * Puts one question in the place of another everywhere: forms ask it, rules go by its answer, and the other is no more in
 * the library. Options go together by their words, or else by their value.
 * @param from the question that goes
 * @param to the question that takes its place
 * @throws Error when the library has not both of them
 */
export function replaceQuestion(design: Design, from: string, to: string): Replacement {
  const before = present(named(design, from))
  const after = present(named(design, to))
  const { answers, added } = matchedOptions(before, after)
  const change: Change = { from, to, answers }
  const inTheWay: InTheWay[] = [
    ...(before.type === after.type ? [] : [{ why: 'type' } as const]),
    ...clashesInTables(design, change),
    ...clashesInForms(design, change),
  ]
  const told = { inTheWay, added, forms: formsAsking(design, from), uses: usesOfAnswer(design, from) }
  if (inTheWay.length) return { ...told, steps: [] }
  const questions = design.questions.flatMap((one) => {
    if (one.name === from) return []
    return one.name === to && added.length ? [{ ...one, options: [...(one.options ?? []), ...added] }] : [one]
  })
  return { ...told, steps: stepsBetween(design, { ...renamed(design, change), questions }) }
}

/** Which option of one question is which of another, and those that the other lacks, with free values. */
function matchedOptions(from: Question, to: Question): { answers: Map<string, string>; added: Option[] } {
  const there = to.options ?? []
  const fold = (words: string) => words.trim().toLowerCase()
  const taken = new Set(there.map((one) => one.value))
  const answers = new Map<string, string>()
  for (const { value, label } of from.options ?? []) {
    const same = there.find((one) => fold(one.label) === fold(label))
    if (same) answers.set(value, same.value)
  }
  const meant = new Set(answers.values())
  const added: Option[] = []
  for (const option of from.options ?? []) {
    if (answers.has(option.value)) continue
    const isSame = taken.has(option.value) && !meant.has(option.value)
    const value = isSame ? option.value : freeId(option.label, (id) => taken.has(id), 'option')
    if (!isSame) added.push({ ...option, value })
    taken.add(value)
    meant.add(value)
    answers.set(option.value, value)
  }
  return { answers, added }
}

/**
 * Gives a form a question of its own in the place of one that it shares: the same words and answers under a new name. The
 * conditions of the form and the titles of its items go by the new one; rules elsewhere go on asking the shared one.
 * @returns the name of the new question, and the rules that do not see its answers
 */
export function ownQuestion(
  design: Design,
  form: string,
  name: string,
): { name: string; unseenBy: Use[]; steps: DesignStep[] } {
  const shared = present(named(design, name))
  const own = freeId(`${form}-${name}`, (id) => named(design, id) !== undefined, 'question')
  const change: Change = { from: name, to: own, answers: new Map() }
  const isMeant = (id: string) => id === form
  const after: Design = {
    ...design,
    questions: [...design.questions, { ...shared, name: own }],
    forms: design.forms.map((one) => (isMeant(one.id) ? inForm(one, change) : one)),
    items: design.items.map((one) => (isMeant(one.form) ? inTitle(one, change) : one)),
  }
  const unseenBy = usesOfAnswer(design, name).filter((one) => !one.place.startsWith(`forms/`))
  return { name: own, unseenBy, steps: stepsBetween(design, after) }
}

/**
 * Takes a question out of the library and of every form that asks it.
 * @returns no steps as long as rules go by its answer
 */
export function removeQuestion(design: Design, name: string): { uses: Use[]; steps: DesignStep[] } {
  const uses = usesOfAnswer(design, name)
  if (uses.length) return { uses, steps: [] }
  const without = (steps: FormStep[]) =>
    steps.map((step) => ({ ...step, questions: step.questions.filter((one) => one.question !== name) }))
  const asking = new Set(formsAsking(design, name))
  const after: Design = {
    ...design,
    questions: design.questions.filter((one) => one.name !== name),
    forms: design.forms.map((one) => (asking.has(one) ? { ...one, steps: without(one.steps) } : one)),
    items: design.items.map((one) =>
      one.title?.includes(name)
        ? withoutGaps({ ...one, title: listOrNone(one.title.filter((title) => title !== name)) })
        : one,
    ),
  }
  return { uses, steps: stepsBetween(design, after) }
}

const listOrNone = <T>(list: T[]): T[] | undefined => (list.length ? list : undefined)

/** A design that goes by the one question wherever it went by the other. */
function renamed(design: Design, change: Change): Design {
  const { triage } = design
  const table = (one: DecisionTable | undefined) => one && inTable(one, change)
  const everywhere = <T>(list: T[]) => list.map((one) => inThing(one, change))
  return {
    ...design,
    forms: design.forms.map((one) => inForm(one, change)),
    items: design.items.map((one) => inTitle(one, change)),
    kinds: everywhere(design.kinds).map((kind) => ({
      ...kind,
      fields: kind.fields.map((one) =>
        one.question === change.from ? { ...one, question: change.to } : one,
      ),
    })),
    serviceLevels: everywhere(design.serviceLevels),
    ladders: everywhere(design.ladders),
    moves: inTexts(everywhere(design.moves), change),
    templates: inTexts(design.templates, change),
    webhooks: inTexts(design.webhooks, change),
    checklists: everywhere(design.checklists),
    plans: everywhere(design.plans),
    exchanges: inTexts(everywhere(design.exchanges.map((one) => inExchange(one, change))), change),
    triage: withoutGaps({
      ...triage,
      weight: inTable(triage.weight, change),
      routing: inTable(triage.routing, change),
      what: table(triage.what),
      skills: table(triage.skills),
    }),
  }
}

/** How tests are renamed where one question stands for another. */
const renamingOf = ({ from, to, answers }: Change): Renaming => ({
  fact: (fact) => (fact === `form.${from}` ? `form.${to}` : fact),
  value: (fact, value) => (fact === `form.${from}` ? (answers.get(value) ?? value) : value),
})

/** A part of a design with every condition and every recipient that goes by the answer in it. */
const inThing = <T>(thing: T, change: Change): T =>
  renamedTests(thing, renamingOf(change), (found) => {
    // Alone, it is the address to which the questions of a plan go.
    const isAddress = Object.keys(found).length === 1
    const isNamed = isAddress || found.to === 'answer' || found.by === 'answer' || found.by === 'managerOf'
    if (isNamed && found.question === change.from) return { ...found, question: change.to }
    // A day that a plan goes by, and what it passes on to a ticket of its own.
    const fact = found.fact === `form.${change.from}` ? { fact: `form.${change.to}` } : undefined
    const isPassed = found.fact !== undefined && found.question === change.from
    // What a partner says that answers it.
    const isAnswered = found.from !== undefined && found.question === change.from
    const isAsked = isPassed || isAnswered
    return fact || isAsked ? { ...found, ...fact, ...(isAsked && { question: change.to }) } : undefined
  })

/** What a partner is told for each answer. */
const inExchange = (exchange: Exchange, { from, answers }: Change): Exchange => ({
  ...exchange,
  sends: {
    ...exchange.sends,
    fields: exchange.sends.fields.map((one) =>
      one.values && factSaid(one) === `form.${from}`
        ? {
            ...one,
            values: one.values.map((each) => ({ ...each, ours: answers.get(each.ours) ?? each.ours })),
          }
        : one,
    ),
  },
})

/** What is filled in by the answer in texts, wherever they stand. */
function inTexts<T>(thing: T, change: Change): T {
  if (typeof thing === 'string') return thing.replaceAll(`{form.${change.from}}`, `{form.${change.to}}`) as T
  if (Array.isArray(thing)) return thing.map((one: unknown) => inTexts(one, change)) as T
  if (typeof thing !== 'object' || thing === null) return thing
  return Object.fromEntries(Object.entries(thing).map(([key, one]) => [key, inTexts(one, change)])) as T
}

const inCell = (cell: Cell, change: Change): Cell =>
  renamedCell(`form.${change.from}`, cell, renamingOf(change))

/** Which columns of a table ask the one question and the other; below zero where none does. */
const columnsOf = ({ columns }: DecisionTable, { from, to }: Change) =>
  [columns.indexOf(`form.${from}`), columns.indexOf(`form.${to}`)] as const

function inTable(table: DecisionTable, change: Change): DecisionTable {
  const [old, there] = columnsOf(table, change)
  if (old < 0) return table
  if (there < 0)
    return {
      ...table,
      columns: table.columns.map((one, at) => (at === old ? `form.${change.to}` : one)),
      rows: table.rows.map((row) => ({
        ...row,
        cells: row.cells.map((cell, at) => (at === old ? inCell(cell, change) : cell)),
      })),
    }
  const joined = ({ cells }: Row) => cells[there] ?? inCell(cells[old] ?? null, change)
  return {
    ...table,
    columns: table.columns.filter((_, at) => at !== old),
    rows: table.rows.map((row) => ({
      ...row,
      cells: row.cells.flatMap((cell, at) => (at === old ? [] : [at === there ? joined(row) : cell])),
    })),
  }
}

/** Rows that ask both questions, and not the same of them: one column cannot hold both. */
function clashesInTables({ triage }: Design, change: Change): InTheWay[] {
  const tables = [
    ['what', triage.what],
    ['how-bad', triage.weight],
    ['where-it-goes', triage.routing],
    ['skills', triage.skills],
  ] as const
  return tables.flatMap(([path, table]) => {
    if (!table) return []
    const [old, there] = columnsOf(table, change)
    if (old < 0 || there < 0) return []
    const rows = table.rows.flatMap(({ cells }, at) => {
      const [one, other] = [inCell(cells[old] ?? null, change), cells[there] ?? null]
      return one && other && canonicalJson(one) !== canonicalJson(other) ? [at + 1] : []
    })
    return rows.length ? [{ why: 'row' as const, place: `triage/${path}`, rows }] : []
  })
}

/** Forms that ask one of the two by the answer to the other: it would be asked by its own answer. */
function clashesInForms({ forms }: Design, { from, to }: Change): InTheWay[] {
  const goesBy = (one: FormQuestion, other: string) =>
    [one.showWhen, one.requireWhen].some((when) => when && factsOf(when).includes(`form.${other}`))
  return forms
    .filter((form) =>
      form.steps.some((step) =>
        step.questions.some(
          (one) => (one.question === from && goesBy(one, to)) || (one.question === to && goesBy(one, from)),
        ),
      ),
    )
    .map(({ id, name }) => ({ why: 'form' as const, place: `forms/${id}`, form: name }))
}

/** A form that asks the one in the place of the other; one that asks both asks once, where the first of them stands. */
function inForm(form: Form, change: Change): Form {
  const asked = form.steps.flatMap((step) => step.questions)
  const [old, there] = [change.from, change.to].map((name) => asked.find((one) => one.question === name))
  const both = old && there && togetherAs(change.to, old, there)
  let isDone = false
  const questions = (list: FormQuestion[]) =>
    list.flatMap((one) => {
      const isEither = one === old || one === there
      if (isEither && isDone) return []
      isDone ||= isEither
      const line = isEither ? (both ?? { ...one, question: change.to }) : one
      return [inThing(line, change)]
    })
  return { ...form, steps: form.steps.map((step) => ({ ...step, questions: questions(step.questions) })) }
}

/** How a form asks one question that asked two: as soon as it asked either, and so that none goes unanswered. */
function togetherAs(question: string, one: FormQuestion, other: FormQuestion): FormQuestion {
  const either = (a: Condition | undefined, b: Condition | undefined) =>
    a && b ? { any: [a, b] } : undefined
  const must = one.requireWhen && other.requireWhen ? either(one.requireWhen, other.requireWhen) : undefined
  return withoutGaps({
    question,
    required: one.required || other.required || undefined,
    requireWhen: one.required || other.required ? undefined : (must ?? one.requireWhen ?? other.requireWhen),
    showWhen: either(one.showWhen, other.showWhen),
  })
}

const inTitle = <T extends { title?: string[] }>(item: T, { from, to }: Change): T =>
  item.title?.includes(from)
    ? { ...item, title: [...new Set(item.title.map((one) => (one === from ? to : one)))] }
    : item
