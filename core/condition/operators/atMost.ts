import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** A number or less, a day or moment or earlier. */
export const atMost: OperatorTerms = {
  verb: 'is at most',
  short: 'at most',
  cost: 1,
  offered: ['number', 'length'],
  place: 13,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order <= 0),
  schema: beyondSchema('maximum'),
  sql: comparedSql('<='),
  cell: { form: 'sign', sign: '<=' },
  feel: (value, literal) => `<= ${literal(value)}`,
}
