import { isTest, type Condition, type FactValue, type Test } from '../condition'
import type { DesignStep } from '../finding'
import type { Form, FormQuestion, FormStep, Option, Question } from '../intake'
import { canonicalJson, withoutGaps } from '../json'
import { present } from '../lookup'
import { freeId } from '../naming'
import type { Cell, DecisionTable, Row } from '../table'
import { idOfThing, thingsOf } from './compare'
import { LISTS, TRIAGE_PARTS, type Design, type DesignList } from './design'
import { formsAsking, usesOfAnswer, type Use } from './uses'

// The library of questions: what it takes to put two of them together, to let a form have its own, to take one out. Each
// gives the steps of one act; nothing is changed here.

/** Goes from the answer of one question to that of another. */
interface Renaming {
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
  const renaming: Renaming = { from, to, answers }
  const inTheWay: InTheWay[] = [
    ...(before.type === after.type ? [] : [{ why: 'type' } as const]),
    ...clashesInTables(design, renaming),
    ...clashesInForms(design, renaming),
  ]
  const told = { inTheWay, added, forms: formsAsking(design, from), uses: usesOfAnswer(design, from) }
  if (inTheWay.length) return { ...told, steps: [] }
  const questions = design.questions.flatMap((one) => {
    if (one.name === from) return []
    return one.name === to && added.length ? [{ ...one, options: [...(one.options ?? []), ...added] }] : [one]
  })
  return { ...told, steps: stepsBetween(design, { ...renamed(design, renaming), questions }) }
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
  const renaming: Renaming = { from: name, to: own, answers: new Map() }
  const isMeant = (id: string) => id === form
  const after: Design = {
    ...design,
    questions: [...design.questions, { ...shared, name: own }],
    forms: design.forms.map((one) => (isMeant(one.id) ? inForm(one, renaming) : one)),
    items: design.items.map((one) => (isMeant(one.form) ? inTitle(one, renaming) : one)),
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

/** What makes one design of another, thing by thing: new things last, gone ones last of all. */
function stepsBetween(before: Design, after: Design): DesignStep[] {
  const steps: DesignStep[] = []
  const gone: DesignStep[] = []
  const put = (list: string, id: string, old: unknown, now: unknown) => {
    if (canonicalJson(old ?? null) === canonicalJson(now ?? null)) return
    const step = { list, id, before: old ?? null, after: now ?? null }
    if (now === undefined) gone.push(step)
    else steps.push(step)
  }
  for (const list of LISTS) stepsOfList(before, after, list, put)
  for (const part of TRIAGE_PARTS) put('triage', part, before.triage[part], after.triage[part])
  return [...steps, ...gone]
}

function stepsOfList(
  before: Design,
  after: Design,
  list: DesignList,
  put: (list: string, id: string, old: unknown, now: unknown) => void,
): void {
  if (before[list] === after[list]) return
  const now = new Map(thingsOf(after, list).map((one) => [idOfThing(one), one]))
  const old = new Map(thingsOf(before, list).map((one) => [idOfThing(one), one]))
  for (const [id, thing] of now) put(list, id, old.get(id), thing)
  for (const [id, thing] of old) if (!now.has(id)) put(list, id, thing, undefined)
}

/** A design that goes by the one question wherever it went by the other. */
function renamed(design: Design, renaming: Renaming): Design {
  const { triage } = design
  const table = (one: DecisionTable | undefined) => one && inTable(one, renaming)
  const everywhere = <T>(list: T[]) => list.map((one) => inThing(one, renaming))
  return {
    ...design,
    forms: design.forms.map((one) => inForm(one, renaming)),
    items: design.items.map((one) => inTitle(one, renaming)),
    kinds: everywhere(design.kinds).map((kind) => ({
      ...kind,
      fields: kind.fields.map((one) =>
        one.question === renaming.from ? { ...one, question: renaming.to } : one,
      ),
    })),
    serviceLevels: everywhere(design.serviceLevels),
    ladders: everywhere(design.ladders),
    moves: everywhere(design.moves),
    checklists: everywhere(design.checklists),
    triage: withoutGaps({
      ...triage,
      weight: inTable(triage.weight, renaming),
      routing: inTable(triage.routing, renaming),
      what: table(triage.what),
      skills: table(triage.skills),
    }),
  }
}

/** A part of a design with every condition and every recipient that goes by the answer in it, however deep they stand. */
function inThing<T>(thing: T, renaming: Renaming): T {
  if (Array.isArray(thing)) return thing.map((one: unknown) => inThing(one, renaming)) as T
  if (typeof thing !== 'object' || thing === null) return thing
  const found = thing as Record<string, unknown>
  if (found.fact === `form.${renaming.from}`) return inTest(thing as unknown as Test, renaming) as T
  if (found.to === 'answer' && found.question === renaming.from)
    return { ...found, question: renaming.to } as T
  return Object.fromEntries(Object.entries(found).map(([key, one]) => [key, inThing(one, renaming)])) as T
}

function inValue(value: FactValue | undefined, { answers }: Renaming): FactValue | undefined {
  if (typeof value === 'string') return answers.get(value) ?? value
  if (!Array.isArray(value)) return value
  return value.map((one: string | number) => (typeof one === 'string' ? (answers.get(one) ?? one) : one)) as
    string[] | number[]
}

const inTest = ({ op, value }: Test, renaming: Renaming): Test =>
  withoutGaps({ fact: `form.${renaming.to}`, op, value: inValue(value, renaming) })

const inCell = (cell: Cell, renaming: Renaming): Cell =>
  cell && withoutGaps({ op: cell.op, value: inValue(cell.value, renaming) })

/** Which columns of a table ask the one question and the other; below zero where none does. */
const columnsOf = ({ columns }: DecisionTable, { from, to }: Renaming) =>
  [columns.indexOf(`form.${from}`), columns.indexOf(`form.${to}`)] as const

function inTable(table: DecisionTable, renaming: Renaming): DecisionTable {
  const [old, there] = columnsOf(table, renaming)
  if (old < 0) return table
  if (there < 0)
    return {
      ...table,
      columns: table.columns.map((one, at) => (at === old ? `form.${renaming.to}` : one)),
      rows: table.rows.map((row) => ({
        ...row,
        cells: row.cells.map((cell, at) => (at === old ? inCell(cell, renaming) : cell)),
      })),
    }
  const joined = ({ cells }: Row) => cells[there] ?? inCell(cells[old] ?? null, renaming)
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
function clashesInTables({ triage }: Design, renaming: Renaming): InTheWay[] {
  const tables = [
    ['what', triage.what],
    ['how-bad', triage.weight],
    ['where-it-goes', triage.routing],
    ['skills', triage.skills],
  ] as const
  return tables.flatMap(([path, table]) => {
    if (!table) return []
    const [old, there] = columnsOf(table, renaming)
    if (old < 0 || there < 0) return []
    const rows = table.rows.flatMap(({ cells }, at) => {
      const [one, other] = [inCell(cells[old] ?? null, renaming), cells[there] ?? null]
      return one && other && canonicalJson(one) !== canonicalJson(other) ? [at + 1] : []
    })
    return rows.length ? [{ why: 'row' as const, place: `triage/${path}`, rows }] : []
  })
}

const asksOf = (condition: Condition | undefined, fact: string): boolean => {
  if (!condition) return false
  if (isTest(condition)) return condition.fact === fact
  return Object.values(condition).some((parts) => (parts as Condition[]).some((one) => asksOf(one, fact)))
}

/** Forms that ask one of the two by the answer to the other: it would be asked by its own answer. */
function clashesInForms({ forms }: Design, { from, to }: Renaming): InTheWay[] {
  const goesBy = (one: FormQuestion, other: string) =>
    asksOf(one.showWhen, `form.${other}`) || asksOf(one.requireWhen, `form.${other}`)
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
function inForm(form: Form, renaming: Renaming): Form {
  const asked = form.steps.flatMap((step) => step.questions)
  const [old, there] = [renaming.from, renaming.to].map((name) => asked.find((one) => one.question === name))
  const both = old && there && togetherAs(renaming.to, old, there)
  let isDone = false
  const questions = (list: FormQuestion[]) =>
    list.flatMap((one) => {
      const isEither = one === old || one === there
      if (isEither && isDone) return []
      isDone ||= isEither
      const line = isEither ? (both ?? { ...one, question: renaming.to }) : one
      return [inThing(line, renaming)]
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

const inTitle = <T extends { title?: string[] }>(item: T, { from, to }: Renaming): T =>
  item.title?.includes(from)
    ? { ...item, title: [...new Set(item.title.map((one) => (one === from ? to : one)))] }
    : item
