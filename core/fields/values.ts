import type { Facts } from '../condition'
import type { JsonSchema } from '../json'
import {
  answerInWords,
  answerProblem,
  answerSchema,
  isNamedType,
  type NameOf,
  type PatternFits,
  type Question,
  type QuestionTerms,
  type QuestionType,
} from '../intake'
import type { Language } from '../words'
import { FIELD_TEXT_LIMIT, type AskedField, type FieldType, type FieldValue, type FieldValues } from './field'

/** What is wrong with the value of a field, and what to do about it. */
export interface FieldFault {
  field: string
  message: string
}

/** The type of question that is answered like a field: somebody of the desk is a person. */
const typeOfQuestion = (type: FieldType): QuestionType => (type === 'technician' ? 'person' : type)

/** A field as a question, so that both are checked, said and described by the same. */
export function asQuestion<T extends QuestionTerms & { type: FieldType }>(field: T): Question {
  const { name, label, type, options, min, max, unit, pattern, maxLength } = field
  const isLong = type === 'longText'
  return {
    ...{ name, label, options, min, max, unit, pattern },
    type: typeOfQuestion(type),
    maxLength: maxLength ?? (isLong || type === 'text' ? FIELD_TEXT_LIMIT : undefined),
  }
}

type Typed = QuestionTerms & { type: FieldType }

/** Whether there is no value: nothing, blanks, or nothing chosen. */
export const isBlank = (value: FieldValue | null | undefined): boolean =>
  value === undefined ||
  value === null ||
  (typeof value === 'string' && value.trim() === '') ||
  (Array.isArray(value) && value.length === 0)

/** What values are held against; what is left out is not asked. */
export interface Against {
  /** Names what is chosen by id. */
  nameOf?: NameOf
  /** Holds texts to the patterns of their fields; a page has it only where it needs it. */
  fits?: PatternFits
}

/** What is wrong with a value; undefined when it fits its field, or there is none. */
export function misfit(
  field: Typed,
  value: FieldValue | null | undefined,
  { nameOf, fits }: Against = {},
): string | undefined {
  if (isBlank(value)) return undefined
  const question = asQuestion(field)
  // It is kept without the blanks around it.
  const kept = typeof value === 'string' ? value.trim() : value
  const wrong = answerProblem(question, false, kept, fits)
  if (wrong !== undefined) return wrong
  if (!nameOf || !isNamedType(question.type) || typeof kept !== 'string') return undefined
  return nameOf(question.type, kept) === undefined
    ? `“${kept}” is not there (any more); please choose another`
    : undefined
}

/**
 * What keeps somebody from passing where fields are asked: what is missing, misfits, or is not asked there.
 * @param given what comes with the command
 * @param had what the ticket has: it answers what is not asked anew
 */
export function checkAsked(
  place: { name: string; gate: readonly AskedField[] },
  given: FieldValues,
  had: FieldValues = {},
  against: Against = {},
): FieldFault[] {
  const known = new Set(place.gate.map((one) => one.name))
  const unknown = Object.keys(given).filter((name) => !known.has(name))
  return [
    ...unknown.map((field) => ({ field, message: `“${place.name}” does not ask for this; leave it out` })),
    ...place.gate.flatMap((ask) => {
      const value = given[ask.name]
      const isThere =
        !isBlank(value) || (!ask.anew && !isBlank(had[ask.name]) && !Object.hasOwn(given, ask.name))
      if (ask.required && !isThere) return [{ field: ask.name, message: 'please fill this in' }]
      const message = misfit(ask, value, against)
      return message === undefined ? [] : [{ field: ask.name, message }]
    }),
  ]
}

/** A value as it is kept: texts without blanks around them; nothing is null. */
export function keptValue(value: FieldValue | null | undefined): FieldValue | null {
  if (isBlank(value)) return null
  return typeof value === 'string' ? value.trim() : value!
}

/** The value of a field in words: the name of an option, a person, a day. */
export const valueInWords = (field: Typed, value: FieldValue, nameOf: NameOf, language: Language = 'en') =>
  answerInWords(asQuestion(field), value, nameOf, language)

/** The JSON Schema of a field's value. */
export const fieldSchema = (field: Typed): JsonSchema => answerSchema(asQuestion(field), false)

/** The fields of a ticket as facts: `field.NAME`. */
export function fieldFacts(values: FieldValues): Facts {
  const facts: Record<string, FieldValue> = {}
  for (const name in values) facts[`field.${name}`] = values[name]!
  return facts
}
