import { beyond } from '../asSchema'
import { isList, listOf, type FactValue } from '../fact'
import type { Check, OperatorTerms } from '../operator'
import { order } from '../order'
import { byType, never, sure, textInOrder, type SqlForm } from '../sql'

const endsOf = (value: FactValue | undefined) => (isList(value) ? value : [])

const check: Check = (actual, wanted) => {
  const [from, to] = endsOf(wanted)
  // Most of what tables ask is numbers.
  if (typeof actual === 'number' && typeof from === 'number' && typeof to === 'number')
    return actual >= from && actual <= to
  if (typeof from !== typeof to) return false
  return (order(actual, from) ?? -1) >= 0 && (order(actual, to) ?? 1) <= 0
}

const number: SqlForm = (column, value, asking) => {
  const [from, to] = endsOf(value)
  if (typeof from !== 'number' || typeof to !== 'number') return never(asking)
  return sure(asking.sql`${column} between ${from}::float8 and ${to}::float8`, asking)
}

const text: SqlForm = (column, value, asking) => {
  const [from, to] = endsOf(value)
  if (typeof from !== 'string' || typeof to !== 'string') return never(asking)
  return asking.sql`(${textInOrder('>=')(column, from, asking)} and ${textInOrder('<=')(column, to, asking)})`
}

/** Between two numbers, days or moments; both ends belong to it, a last day up to its end. */
export const between: OperatorTerms = {
  verb: 'is between',
  short: 'between',
  cost: 1,
  offered: ['number', 'length', 'date'],
  place: 30,
  takes: 'range',
  ofEmpty: false,
  check,
  schema: (value, property) => {
    const [from, to] = endsOf(value)
    if (typeof from !== typeof to) return false
    return property({ allOf: [beyond(from, 'minimum'), beyond(to, 'maximum')] })
  },
  sql: { text, number, moment: number, answer: byType(text, number) },
  cell: { form: 'range' },
  feel: (value, literal) => `[${listOf(value).map(literal).join('..')}]`,
}
