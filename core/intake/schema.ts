import {
  isTest,
  partsOf,
  testHolds,
  wordsOf,
  type Condition,
  type Facts,
  type FactValue,
  type Operator,
  type Test,
} from '../condition'
import { DATE_TIME, type Asked } from './answers'
import {
  ID_LIMIT,
  MOST_FILES,
  maxLengthOf,
  type FormQuestion,
  type Question,
  type QuestionType,
} from './form'

/** A JSON Schema (2020-12) as plain data. */
export type JsonSchema = { [keyword: string]: unknown } | boolean

/**
 * The JSON Schema of a form's answers: it accepts exactly what `checkAnswers` finds nothing wrong with.
 * Conditions become if/then/else; a question that is not shown must be absent.
 */
export function formSchema({ form, library, asker = {} }: Asked): JsonSchema {
  const questions = form.steps.flatMap((step) => step.questions)
  const asked = questions.filter((one) => library.get(one.question)!.type !== 'explanation')
  // JSON Schema allows no empty allOf.
  const conditions = asked
    .filter((one) => one.showWhen || one.requireWhen)
    .flatMap((one) => conditionals(one, asker))
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: form.name,
    type: 'object',
    properties: Object.fromEntries(
      asked.map((one) => [one.question, answerSchema(library.get(one.question)!, one.required === true)]),
    ),
    required: asked.filter((one) => one.required && !one.showWhen).map((one) => one.question),
    additionalProperties: false,
    ...(conditions.length && { allOf: conditions }),
  }
}

function conditionals(one: FormQuestion, asker: Facts): JsonSchema[] {
  const { question, required, showWhen, requireWhen } = one
  const shown = showWhen ? conditionSchema(showWhen, asker) : true
  const must = { required: [question], properties: { [question]: { allOf: [FILLED] } } }
  return [
    ...(showWhen
      ? [
          {
            if: shown,
            then: required ? { required: [question] } : true,
            else: { properties: { [question]: false } },
          },
        ]
      : []),
    ...(requireWhen && !required
      ? [{ if: { allOf: [shown, conditionSchema(requireWhen, asker)] }, then: must }]
      : []),
  ]
}

/** What a required answer must be, whatever its type: not blank and not an empty list. */
const FILLED: JsonSchema = { pattern: '\\S', minItems: 1 }

type Schema = (question: Question, required: boolean) => { [keyword: string]: unknown } | false

const textSchema: Schema = (question, required) => ({
  type: 'string',
  maxLength: maxLengthOf(question),
  allOf: [
    ...(required ? [{ pattern: '\\S' }] : []),
    // An answer that is left empty is none, so it need not look like anything.
    ...(question.pattern ? [{ anyOf: [{ const: '' }, { pattern: question.pattern.like }] }] : []),
    {},
  ],
})
const idSchema: Schema = (_, required) => ({
  type: 'string',
  maxLength: ID_LIMIT,
  ...(required && { pattern: '\\S' }),
})
const values = (question: Question) => question.options!.map((option) => option.value)

const SCHEMAS: Record<QuestionType, Schema> = {
  text: textSchema,
  longText: textSchema,
  number: ({ min, max }) => ({
    type: 'number',
    ...(min !== undefined && { minimum: min }),
    ...(max !== undefined && { maximum: max }),
  }),
  choice: (question) => ({ enum: values(question) }),
  manyChoices: (question, required) => ({
    type: 'array',
    items: { enum: values(question) },
    uniqueItems: true,
    ...(required && { minItems: 1 }),
  }),
  yesNo: () => ({ type: 'boolean' }),
  date: () => ({ type: 'string', format: 'date' }),
  dateTime: () => ({ type: 'string', format: 'date-time', pattern: DATE_TIME.source }),
  attachment: (_, required) => ({
    type: 'array',
    items: { type: 'string', maxLength: ID_LIMIT },
    uniqueItems: true,
    maxItems: MOST_FILES,
    ...(required && { minItems: 1 }),
  }),
  person: idSchema,
  organisation: idSchema,
  site: idSchema,
  category: idSchema,
  equipment: idSchema,
  explanation: () => false,
}

function answerSchema(question: Question, required: boolean): JsonSchema {
  const schema = SCHEMAS[question.type](question, required)
  return schema && { title: question.label, ...schema }
}

/**
 * A condition on answers (facts `form.…`) as a schema that accepts just the answers for which it holds.
 * @param asker what is known about who asks: tests on that hold or do not, whatever is answered
 */
export function conditionSchema(condition: Condition, asker: Facts = {}): JsonSchema {
  if (isTest(condition))
    return condition.fact.startsWith('form.') ? testSchema(condition) : testHolds(condition, asker)
  const parts = partsOf(condition).map((part) => conditionSchema(part, asker))
  if ('all' in condition) return { allOf: [{}, ...parts] }
  if ('any' in condition) return parts.length ? { anyOf: parts } : false
  return parts.length ? { not: { anyOf: parts } } : true
}

const EMPTY: JsonSchema = { enum: [null, '', []] }

function testSchema(test: Test): JsonSchema {
  const name = test.fact.replace(/^form\./, '')
  const property = (schema: JsonSchema): JsonSchema => ({
    required: [name],
    properties: { [name]: { allOf: [{ not: EMPTY }, schema] } },
  })
  const filled = property(true)
  const bound = BOUNDS[test.op as keyof typeof BOUNDS]
  if (bound) return property(beyond(test.value, bound))
  switch (test.op as Exclude<Operator, keyof typeof BOUNDS>) {
    case 'empty':
      return { not: filled }
    case 'filled':
      return filled
    case 'is':
      return property(equals(test.value))
    case 'isNot':
      return { not: property(equals(test.value)) }
    case 'oneOf':
      return property(equalsAny(test.value))
    case 'noneOf':
      return { not: property(equalsAny(test.value)) }
    case 'between': {
      const [from, to] = (test.value ?? []) as [number, number]
      return property({ allOf: [beyond(from, 'minimum'), beyond(to, 'maximum')] })
    }
    case 'startsWith':
      return property({ type: 'string', pattern: `^${anyCase(String(test.value))}` })
    case 'contains':
      return property({ type: 'string', pattern: anyCase(String(test.value)) })
    case 'matches':
      return property({
        type: 'string',
        allOf: wordsOf(test.value).map((word) => ({ pattern: wholeWord(word) })),
      })
    // While a form is filled in nobody says what time it is, so it holds for nothing.
    case 'inTheLast':
      return false
    case 'under':
      return property({
        anyOf: [test.value]
          .flat()
          .map((path) => ({ type: 'string', pattern: `^${anyCase(String(path))}(/|$)` })),
      })
  }
}

/** What comparing operators are called in a schema. */
const BOUNDS = {
  greater: 'exclusiveMinimum',
  after: 'exclusiveMinimum',
  atLeast: 'minimum',
  less: 'exclusiveMaximum',
  before: 'exclusiveMaximum',
  atMost: 'maximum',
} as const

type Bound = 'minimum' | 'maximum' | 'exclusiveMinimum' | 'exclusiveMaximum'

/** Numbers beyond a number; days and moments beyond one, which are texts in the order of their letters. */
function beyond(value: FactValue | undefined, bound: Bound): JsonSchema {
  if (typeof value === 'number') return { type: 'number', [bound]: value }
  if (typeof value !== 'string') return false
  const ways = [...value].map((letter, at) => plain(value.slice(0, at)) + lettersBeyond(letter, bound))
  const longer = plain(value) + '[\\s\\S]'
  const shorter = [...value].map((_, at) => `${plain(value.slice(0, at))}$`)
  const same = bound.startsWith('exclusive') ? [] : [`${plain(value)}$`]
  const more = /min/i.test(bound) ? [...ways, longer] : [...ways, ...shorter]
  return { type: 'string', pattern: `^(?:${[...more, ...same].join('|')})` }
}

function lettersBeyond(letter: string, bound: Bound): string {
  const code = letter.charCodeAt(0)
  const hex = (one: number) => `\\u${one.toString(16).padStart(4, '0')}`
  return /min/i.test(bound) ? `[${hex(code + 1)}-\\uffff]` : `[\\u0000-${hex(code - 1)}]`
}

/** A whole word of a text: nothing that belongs to a word stands on either side. */
const wholeWord = (word: string) => `(^|[^\\p{L}\\p{N}])${anyCase(word)}($|[^\\p{L}\\p{N}])`

function equals(value: FactValue | undefined): JsonSchema {
  return { anyOf: [{ const: value }, { type: 'array', contains: { const: value } }] }
}

function equalsAny(values: FactValue | undefined): JsonSchema {
  return { anyOf: Array.isArray(values) && values.length ? values.map((value) => equals(value)) : [false] }
}

const plain = (text: string) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

// JSON Schema patterns know no flag for letter case, so each letter becomes a pair.
function anyCase(text: string): string {
  return [...text]
    .map((letter) => {
      const [low, up] = [letter.toLowerCase(), letter.toUpperCase()]
      return low !== up && low.length === 1 && up.length === 1 ? `[${low}${up}]` : plain(letter)
    })
    .join('')
}
