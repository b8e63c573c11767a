import type { FactValue } from '../fact'
import type { OperatorTerms } from '../operator'
import { equals } from '../asSchema'
import { same } from '../order'
import { hasValue, never, numberInOrder, sameText, sure, type SqlForms } from '../sql'

export const isSql: SqlForms = {
  text: sameText,
  number: numberInOrder('='),
  moment: numberInOrder('='),
  yesNo: (column, value, asking) =>
    typeof value === 'boolean' ? sure(asking.sql`(${column}) = ${value}`, asking) : never(asking),
  answer: (answer, value, asking) =>
    asking.sql`(not ${answer.isEmpty} and ${hasValue(answer, value, asking)})`,
}

/** The value itself, the same day or moment, or one among chosen values. */
export const is: OperatorTerms = {
  verb: 'is',
  short: 'is',
  cost: 1,
  offered: ['yesNo', 'number', 'length', 'date', 'path', 'choice', 'text'],
  place: 60,
  takes: 'one',
  isExact: true,
  names: 'in',
  ofEmpty: false,
  check: same,
  schema: (value, property) => property(equals(value)),
  sql: isSql,
  cell: { form: 'list', isNegated: false },
  feel: (value: FactValue | undefined, literal) => literal(value),
}
