import type { ValidationError } from 'class-validator'
import type { FieldProblem } from '../../core/ticket'

/**
 * What is wrong with a field. Of one that is missing only what we say ourselves is said, in our own words; that it is
 * not too long either helps nobody.
 */
export function constraintProblems(
  { constraints = {}, value, property }: ValidationError,
  field: string,
): FieldProblem[] {
  const messages = Object.values(constraints)
  // What the library says by itself begins with the name of the field.
  const ours = messages.filter((message) => !message.startsWith(`${property} `))
  const isMissing = value === undefined || value === null
  return (isMissing && ours.length ? [...new Set(ours)] : messages).map((message) => ({ field, message }))
}
