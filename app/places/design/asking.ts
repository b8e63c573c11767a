import {
  isOperator,
  listOf,
  OPERATORS,
  type FactKind,
  type FactValue,
  type Operator,
  type OperatorTerms,
  type Takes,
  type Test,
  type Vocabulary,
} from '~~/core/condition'
import { kindOfFact, type Design, type Names, type RuleWords } from '~~/core/design'
import { FACTS } from '~~/core/facts'
import { fieldFact, termsOfType } from '~~/core/fields'
import type { Option } from '~/kit/field'

/** What a condition is chosen with: the questions and the fields, and the forms where they are known. */
export type AskedWords = RuleWords & { forms?: Design['forms'] }

const HEADINGS = { arrival: 'As it comes', triage: 'Once it is sorted', time: 'As time goes by' } as const

/** So many forms are named with a question; the rest is counted. */
const MOST_NAMED = 2

/** The names of the forms that ask each question. */
function askingForms(forms: Design['forms']): ReadonlyMap<string, string[]> {
  const names = new Map<string, string[]>()
  for (const { name, steps } of forms)
    for (const { question } of steps.flatMap((step) => step.questions)) {
      const there = names.get(question)
      if (!there) names.set(question, [name])
      else if (there.at(-1) !== name) there.push(name)
    }
  return names
}

/** The forms that ask a question, in short. */
function inShort(names: readonly string[]): string {
  if (!names.length) return 'no form asks it'
  const more = names.length - MOST_NAMED
  return names.slice(0, MOST_NAMED).join(', ') + (more > 0 ? ` and ${more} more` : '')
}

/**
 * The facts that may be asked for, under headings: those of every ticket, the answers of forms with the forms that ask
 * them, and the fields of ticket kinds.
 * @param offered the facts that may be asked for; all if left out
 */
export function factOptions(words: AskedWords, offered?: readonly string[]): Option[] {
  // A design may have thousands of questions: its forms are gone through once.
  const asking = words.forms && askingForms(words.forms)
  const all: Option[] = [
    ...Object.entries(FACTS).map(([value, { name, known }]) => ({
      value,
      label: name,
      group: HEADINGS[known],
    })),
    ...words.questions
      .filter((one) => one.type !== 'explanation')
      .map(({ name, label }) => ({
        value: `form.${name}`,
        label,
        note: asking && inShort(asking.get(name) ?? []),
        group: 'Answers',
      })),
    ...words.fields.map((one) => ({
      value: fieldFact(one.name),
      label: one.label,
      group: 'Fields of ticket kinds',
    })),
  ]
  const order = [...Object.values(HEADINGS), 'Answers', 'Fields of ticket kinds'] as (string | undefined)[]
  return all
    .filter(({ value }) => !offered || offered.includes(value))
    .sort((a, b) => order.indexOf(a.group) - order.indexOf(b.group))
}

const COSTS: Record<number, string | undefined> = {
  2: 'compares beginnings',
  3: 'costly: reads the whole text of each ticket',
}

/** What can be asked of facts of a kind, each with what it costs over many tickets where that is more than a look. */
export function operatorOptions(kind: FactKind, alone: boolean): Option<Operator>[] {
  return (Object.entries(OPERATORS) as [Operator, OperatorTerms][])
    .filter(([, { offered, needs }]) => offered.includes(kind) && !(needs && alone))
    .sort(([, a], [, b]) => a.place - b.place)
    .map(([value, { short, cost }]) => ({ value, label: short, note: COSTS[cost] }))
}

/** How far back “in the last” goes. */
export const SPANS: readonly Option[] = [
  { value: 'PT1H', label: '1 hour' },
  { value: 'PT4H', label: '4 hours' },
  { value: 'P1D', label: '1 day' },
  { value: 'P2D', label: '2 days' },
  { value: 'P7D', label: '7 days' },
  { value: 'P14D', label: '14 days' },
  { value: 'P30D', label: '30 days' },
  { value: 'P90D', label: '90 days' },
]

export const takesOf = (op: unknown): Takes => (isOperator(op) ? OPERATORS[op].takes : 'nothing')

/** The question or the field that a fact is of. */
export const askedOf = (words: AskedWords, fact: string) =>
  words.questions.find((one) => `form.${one.name}` === fact) ??
  words.fields.find((one) => fieldFact(one.name) === fact)

/** The values that a fact can have, where they are chosen. */
export const valuesOf = (words: AskedWords, names: Names, fact: string): readonly Option[] | undefined =>
  askedOf(words, fact)?.options ?? names[fact]

/** What is asked of a fact at first, by its kind. */
const FIRST: Partial<Record<FactKind, { op: Operator; value: FactValue }>> = {
  yesNo: { op: 'is', value: true },
  number: { op: 'atLeast', value: 1 },
  moment: { op: 'inTheLast', value: 'P1D' },
}

/** A first test of a fact; what has many values has none chosen yet. */
export function firstTest(words: AskedWords, names: Names, fact: string): Test {
  const kind = kindOfFact(words, names, fact)
  const op: Operator = kind === 'path' ? 'under' : kind === 'choice' ? 'oneOf' : 'is'
  return { fact, ...(FIRST[kind] ?? { op, value: op === 'oneOf' ? [] : '' }) }
}

const ofOwn = (takes: Takes) => takes === 'one' || takes === 'several' || takes === 'range'

/** A test with another operator: its value stays as far as that takes it. */
export function withOperator(test: Test, op: Operator, calendars: readonly Option[] = []): Test {
  const { fact, value } = test
  const isKept = ofOwn(takesOf(test.op)) && value !== undefined && value !== null
  const [first = '', second = first] = isKept ? listOf(value) : []
  const VALUES: Record<Takes, FactValue | undefined> = {
    nothing: undefined,
    one: first,
    several: first === '' ? [] : ([first] as string[]),
    range: [first, second] as string[],
    span: 'P1D',
    calendar: calendars[0]?.value ?? '',
  }
  const now = VALUES[takesOf(op)]
  return now === undefined ? { fact, op } : { fact, op, value: now }
}

/** Whether a test says all that it compares with. */
export function isWhole({ op, value }: Pick<Test, 'op' | 'value'>): boolean {
  const takes = takesOf(op)
  if (takes === 'nothing') return true
  const values = value === undefined || value === null ? [] : listOf(value)
  const said = values.filter((one) => one !== '' && one !== null)
  return takes === 'range' ? said.length === 2 : said.length > 0
}

/** How values are called in cells, from what is offered for choosing. */
export const labelsOf = (words: AskedWords, names: Names): Vocabulary => ({
  fact: (fact) => askedOf(words, fact)?.label ?? FACTS[fact]?.name ?? fact,
  value(fact, value) {
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    const text = String(value ?? '')
    const asked = askedOf(words, fact)
    const named = valuesOf(words, names, fact)?.find((one) => one.value === value)
    return named?.label ?? (asked && termsOfType(asked.type).typed?.write(text, 'en')) ?? text
  },
})
