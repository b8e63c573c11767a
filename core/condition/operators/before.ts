import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** Earlier than a day or moment; a day holds all of itself. */
export const before: OperatorTerms = {
  verb: 'is before',
  short: 'before',
  cost: 1,
  offered: ['date'],
  place: 20,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order < 0),
  schema: beyondSchema('exclusiveMaximum'),
  sql: comparedSql('<'),
  cell: { form: 'word', word: 'before' },
  feel: (value, literal) => `< ${literal(value)}`,
}
