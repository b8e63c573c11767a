import { equalsAny } from '../asSchema'
import { listOf } from '../fact'
import type { OperatorTerms } from '../operator'
import { negatedSql } from '../sql'
import { isOneOf, oneOfSql } from './oneOf'

/** None of several values; nothing at all is none of them. */
export const noneOf: OperatorTerms = {
  verb: 'is none of',
  short: 'none of',
  cost: 1,
  offered: ['path', 'choice'],
  place: 63,
  takes: 'several',
  isExact: true,
  names: 'out',
  ofEmpty: true,
  check: (actual, wanted) => !isOneOf(actual, wanted),
  schema: (value, property) => ({ not: property(equalsAny(value)) }),
  sql: negatedSql(oneOfSql),
  cell: { form: 'list', isNegated: true },
  feel: (value, literal) => `not(${listOf(value).map(literal).join(', ')})`,
}
