import { ValidateBy, type ValidationArguments } from 'class-validator'
import { MOST_FIELDS, type FieldValue } from '../../core/fields'

/** Longest text of a value, and most values that are chosen, whatever the field; the field itself asks for less. */
const LONGEST = 20_000
const MOST_CHOSEN = 200

const isText = (value: unknown) => typeof value === 'string' && value.length <= LONGEST

function isValue(value: unknown): boolean {
  if (Array.isArray(value)) return value.length <= MOST_CHOSEN && value.every(isText)
  return value === null || isText(value) || typeof value === 'boolean' || Number.isFinite(value)
}

/** One value of a field, or null for none. */
export const IsFieldValue = (): PropertyDecorator =>
  ValidateBy({
    name: 'isFieldValue',
    validator: {
      validate: isValue,
      defaultMessage: () => 'give a text, a number, true or false, a list of texts, or null',
    },
  })

function isValues(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  const values = Object.values(value)
  return values.length <= MOST_FIELDS && values.every(isValue)
}

/**
 * Values of fields by name: texts, numbers, yes or no, lists of what is chosen, and null for none. Whether they fit their
 * fields, the decider says.
 */
export const IsFieldValues = (): PropertyDecorator =>
  ValidateBy({
    name: 'isFieldValues',
    validator: {
      validate: isValues,
      defaultMessage: ({ property }: ValidationArguments) =>
        `give ${property} as an object: by name of the field a text, a number, true or false, a list of texts, or null`,
    },
  })

/** What is given where something is asked: nothing is the same as an empty text. */
export const givenValues = (
  values: Readonly<Record<string, FieldValue | null>>,
): Record<string, FieldValue> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? '']))
