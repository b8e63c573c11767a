import type { ValidationError } from 'class-validator'
import type { FieldProblem } from '../../core/ticket'

/**
 * What is wrong with a field. Of one that is missing only what was declared first is said, which is what it must be;
 * that it is not too long either helps nobody.
 */
export function constraintProblems(
  { constraints = {}, value }: ValidationError,
  field: string,
): FieldProblem[] {
  // The library gives the constraints in the opposite order of their declaration.
  const messages = Object.values(constraints)
  const told = value === undefined || value === null ? messages.slice(-1) : messages
  return told.map((message) => ({ field, message }))
}
