import { equalsAny } from '../asSchema'
import { isList, listOf, type FactValue } from '../fact'
import type { OperatorTerms } from '../operator'
import { same } from '../order'
import { anyOf, hasValue, sameText, sure, type SqlForm, type SqlForms } from '../sql'
import { readWhen } from '../when'

const isListed =
  (type: 'number' | 'boolean', cast: string): SqlForm =>
  (column, value, asking) => {
    const listed = Array.isArray(value) ? value.filter((one) => typeof one === type) : []
    return sure(asking.sql`(${column}) = any(${listed}${asking.sql.raw(`::${cast}[]`)})`, asking)
  }

const isTextListed: SqlForm = (column, value, asking) => {
  const values = Array.isArray(value) ? value.map(String) : []
  if (!values.some(readWhen))
    return sure(asking.sql`${column} = any(${values}::text[]) and ${column} <> ''`, asking)
  return anyOf(
    values.map((one) => sameText(column, one, asking)),
    asking,
  )
}

export const oneOfSql: SqlForms = {
  text: isTextListed,
  number: isListed('number', 'float8'),
  moment: isListed('number', 'float8'),
  yesNo: isListed('boolean', 'boolean'),
  answer: (answer, value, asking) => {
    const some = isList(value) ? value.map((one) => hasValue(answer, one, asking)) : []
    return asking.sql`(not ${answer.isEmpty} and ${anyOf(some, asking)})`
  },
}

export const isOneOf = (actual: FactValue, wanted: FactValue | undefined): boolean =>
  isList(wanted) && wanted.some((one) => same(actual, one))

/** One of several values, or one of them among what was chosen. */
export const oneOf: OperatorTerms = {
  verb: 'is one of',
  short: 'one of',
  cost: 1,
  offered: ['path', 'choice'],
  place: 62,
  takes: 'several',
  isExact: true,
  names: 'in',
  ofEmpty: false,
  check: isOneOf,
  schema: (value, property) => property(equalsAny(value)),
  sql: oneOfSql,
  cell: { form: 'list', isNegated: false },
  feel: (value, literal) => listOf(value).map(literal).join(', '),
}
