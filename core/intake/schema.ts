import {
  isOperator,
  isTest,
  OPERATORS,
  partsOf,
  testHolds,
  type Condition,
  type Facts,
  type Test,
} from '../condition'
import type { JsonSchema } from '../json'
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

/** A test as a schema of all answers; it holds only for what is answered, unless it says otherwise. */
function testSchema({ fact, op, value }: Test): JsonSchema {
  const name = fact.replace(/^form\./, '')
  const property = (schema: JsonSchema): JsonSchema => ({
    required: [name],
    properties: { [name]: { allOf: [{ not: EMPTY }, schema] } },
  })
  return isOperator(op) ? OPERATORS[op].schema(value, property) : false
}
