import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** More than a number or a length of time, after a day or moment, or after a text in the order of characters. */
export const greater: OperatorTerms = {
  verb: 'is more than',
  short: 'more than',
  cost: 1,
  offered: ['number', 'length'],
  place: 10,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order > 0),
  schema: beyondSchema('exclusiveMinimum'),
  sql: comparedSql('>'),
  cell: { form: 'sign', sign: '>' },
  feel: (value, literal) => `> ${literal(value)}`,
}
