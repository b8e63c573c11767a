import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** Later than a day or moment; a day holds all of itself. */
export const after: OperatorTerms = {
  verb: 'is after',
  short: 'after',
  cost: 1,
  offered: ['date'],
  place: 21,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order > 0),
  schema: beyondSchema('exclusiveMinimum'),
  sql: comparedSql('>'),
  cell: { form: 'word', word: 'after' },
  feel: (value, literal) => `> ${literal(value)}`,
}
