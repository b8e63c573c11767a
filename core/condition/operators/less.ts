import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** Less than a number or a length of time, before a day or moment, or before a text in the order of characters. */
export const less: OperatorTerms = {
  verb: 'is less than',
  short: 'less than',
  cost: 1,
  offered: ['number', 'length'],
  place: 12,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order < 0),
  schema: beyondSchema('exclusiveMaximum'),
  sql: comparedSql('<'),
  cell: { form: 'sign', sign: '<' },
  feel: (value, literal) => `< ${literal(value)}`,
}
