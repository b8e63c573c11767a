import { equals } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { same } from '../order'
import { negatedSql } from '../sql'
import { isSql } from './is'

/** Anything else, and nothing at all. */
export const isNot: OperatorTerms = {
  verb: 'is not',
  short: 'is not',
  cost: 1,
  offered: ['path', 'choice'],
  place: 61,
  takes: 'one',
  isExact: true,
  names: 'out',
  ofEmpty: true,
  check: (actual, wanted) => !same(actual, wanted),
  schema: (value, property) => ({ not: property(equals(value)) }),
  sql: negatedSql(isSql),
  cell: { form: 'list', isNegated: true },
  feel: (value, literal) => `not(${literal(value)})`,
}
