import {
  anyCaseClass,
  isTest,
  partsOf,
  readWhen,
  testHolds,
  wordsOf,
  type Condition,
  type Facts,
  type FactValue,
  type Operator,
  type Test,
} from '../condition'
import { DATE, DATE_TIME, type Asked } from './answers'
import { isUsable } from './pattern'
import {
  ID_LIMIT,
  MOST_FILES,
  maxLengthOf,
  type FormQuestion,
  type Question,
  type QuestionType,
} from './form'

/** What patterns of questions are written in, for whoever reads the schema. */
const SYNTAX =
  'The pattern is in the part of ECMA-262 (flag u) that RE2 reads as well: no looking round, no back references.'

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
    ...(question.pattern && isUsable(question.pattern.like)
      ? [{ $comment: SYNTAX, anyOf: [{ const: '' }, { pattern: question.pattern.like }] }]
      : []),
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
  choice: (question, required) => ({ enum: values(question), ...(required && { pattern: '\\S' }) }),
  manyChoices: (question, required) => ({
    type: 'array',
    items: { enum: values(question) },
    uniqueItems: true,
    ...(required && { minItems: 1 }),
  }),
  yesNo: () => ({ type: 'boolean' }),
  date: () => ({ type: 'string', format: 'date', pattern: DATE.source }),
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

/** The schema of the answer to one question. */
export function answerSchema(question: Question, required: boolean): JsonSchema {
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
      const [from, to] = (Array.isArray(test.value) ? test.value : []) as FactValue[]
      if (typeof from !== typeof to) return false
      return property({ allOf: [beyond(from, 'minimum'), beyond(to, 'maximum')] })
    }
    case 'startsWith':
      return property(text({ pattern: `^${anyCase(String(test.value))}` }))
    case 'contains':
      return property(text({ pattern: anyCase(String(test.value)) }))
    case 'matches':
      return property(
        text({ allOf: [{}, ...wordsOf(test.value).map((word) => ({ pattern: wholeWord(word) }))] }),
      )
    // While a form is filled in nobody says what time it is, so it holds for nothing.
    case 'inTheLast':
      return false
    case 'under':
      return property(
        text({
          anyOf: [
            false,
            ...[test.value].flat().map((path) => ({ pattern: `^${anyCase(String(path))}(/|$)` })),
          ],
        }),
      )
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

/** A text, or one among chosen values. */
function text(schema: { [keyword: string]: unknown }): JsonSchema {
  const one = { type: 'string', ...schema }
  return { anyOf: [one, { type: 'array', contains: one }] }
}

/** Numbers beyond a number, days and moments beyond one, other texts beyond one by the order of their characters. */
function beyond(value: FactValue | undefined, bound: Bound): JsonSchema {
  if (typeof value === 'number') return { type: 'number', [bound]: value }
  if (typeof value !== 'string') return false
  const when = readWhen(value)
  if (!when) return { type: 'string', pattern: textsBeyond(value, bound) }
  const byDay = { type: 'string', pattern: textsBeyond(when.day, bound, TAIL) }
  const { at } = when
  if (at === undefined) return { allOf: [WHEN, byDay] }
  // Two moments are compared as moments: at each offset that there is, by the time on the wall there.
  const moments = OFFSETS.map((offset) => {
    const wall = new Date(at + offset.minutes * 60_000).toISOString().slice(0, 19)
    return { pattern: textsBeyond(wall, bound, plain(offset.text)) }
  })
  return { anyOf: [{ allOf: [DAY, byDay] }, { allOf: [MOMENT, { anyOf: moments }] }] }
}

const DAY = { type: 'string', pattern: DATE.source }
const MOMENT = { type: 'string', pattern: DATE_TIME.source }
const WHEN = { anyOf: [DAY, MOMENT] }
/** What may come after a day. */
const TAIL = '(?:T.*)?'

const OFFSETS = [
  { text: 'Z', minutes: 0 },
  ...Array.from({ length: 105 }, (_, index) => (index - 48) * 15).flatMap((minutes) =>
    // −00:00 is written as well.
    (minutes === 0 ? ['+', '-'] : [minutes < 0 ? '-' : '+']).map((sign) => {
      const two = (value: number) => String(value).padStart(2, '0')
      const length = Math.abs(minutes)
      return { text: `${sign}${two(Math.floor(length / 60))}:${two(length % 60)}`, minutes }
    }),
  ),
]

/**
 * A pattern of the texts that come after (before) one by the order of their characters.
 * @param tail what comes after as many characters, where all are as long: days, times of day
 */
function textsBeyond(value: string, bound: Bound, tail?: string): string {
  const letters = [...value]
  const isMin = /min/i.test(bound)
  const head = (at: number) => plain(letters.slice(0, at).join(''))
  const rest = (at: number) => (tail === undefined ? '' : `.{${letters.length - at - 1}}${tail}$`)
  const ways = letters.map((letter, at) => head(at) + lettersBeyond(letter, isMin) + rest(at))
  const same = bound.startsWith('exclusive') ? [] : [`${plain(value)}${tail ?? ''}$`]
  if (tail !== undefined) return `^(?:${[...ways, ...same].join('|')})`
  const longer = `${plain(value)}[\\s\\S]`
  const shorter = letters.map((_, at) => `${head(at)}$`)
  const all = [...ways, ...(isMin ? [longer] : shorter), ...same]
  // Nothing comes before the empty text.
  return `^(?:${all.length ? all.join('|') : NEVER})`
}

/** No character at all. */
const NEVER = '[^\\s\\S]'

function lettersBeyond(letter: string, isMin: boolean): string {
  const code = letter.codePointAt(0)!
  const hex = (one: number) => `\\u{${one.toString(16)}}`
  if (isMin) return code === 0x10ffff ? NEVER : `[${hex(code + 1)}-\\u{10ffff}]`
  return code === 0 ? NEVER : `[\\u{0}-${hex(code - 1)}]`
}

/** A whole word of a text: nothing that belongs to a word stands on either side. */
const wholeWord = (word: string) => `(^|[^\\p{L}\\p{N}])${anyCase(word)}($|[^\\p{L}\\p{N}])`

function equals(value: FactValue | undefined): JsonSchema {
  const when = readWhen(value)
  const alike = when ? [{ allOf: [beyond(value, 'minimum'), beyond(value, 'maximum')] }] : []
  return { anyOf: [{ const: value }, { type: 'array', contains: { const: value } }, ...alike] }
}

function equalsAny(values: FactValue | undefined): JsonSchema {
  return { anyOf: Array.isArray(values) && values.length ? values.map((value) => equals(value)) : [false] }
}

const plain = (text: string) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

// JSON Schema patterns know no flag for letter case, so each letter becomes all that are compared like it.
function anyCase(text: string): string {
  return [...text].map((letter) => anyCaseClass(letter) ?? plain(letter)).join('')
}
