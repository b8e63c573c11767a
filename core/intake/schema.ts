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
import type { Asked } from './answers'
import { QUESTION_TYPES, type FormQuestion, type Question } from './form'
import { isUsable } from './pattern'
import { oneBy } from '../lookup'

/**
 * The JSON Schema of a form's answers: it accepts exactly what `checkAnswers` finds nothing wrong with.
 * Conditions become if/then/else; a question that is not shown must be absent.
 */
export function formSchema({ form, library, asker = {} }: Asked): JsonSchema {
  const questions = form.steps.flatMap((step) => step.questions)
  const asked = questions.filter(
    (one) => QUESTION_TYPES[oneBy(library, one.question).type].control !== 'words',
  )
  // JSON Schema allows no empty allOf.
  const conditions = asked
    .filter((one) => one.showWhen || one.requireWhen)
    .flatMap((one) => conditionals(one, asker))
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: form.name,
    type: 'object',
    properties: Object.fromEntries(
      asked.map((one) => [one.question, answerSchema(oneBy(library, one.question), one.required === true)]),
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

/** The schema of the answer to one question. */
export function answerSchema(question: Question, required: boolean): JsonSchema {
  const schema = QUESTION_TYPES[question.type].schema(question, required, isUsable)
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
