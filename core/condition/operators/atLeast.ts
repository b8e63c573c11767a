import { beyondSchema } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { compared } from '../order'
import { comparedSql } from '../sql'

/** A number or more, a day or moment or later. */
export const atLeast: OperatorTerms = {
  verb: 'is at least',
  short: 'at least',
  cost: 1,
  offered: ['number', 'length'],
  place: 11,
  takes: 'one',
  ofEmpty: false,
  check: compared((order) => order >= 0),
  schema: beyondSchema('minimum'),
  sql: comparedSql('>='),
  cell: { form: 'sign', sign: '>=' },
  feel: (value, literal) => `>= ${literal(value)}`,
}
