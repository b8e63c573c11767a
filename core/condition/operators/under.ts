import { anyCase, textSchema } from '../asSchema'
import { isList, listOf, type FactValue } from '../fact'
import { fold } from '../fold'
import type { OperatorTerms } from '../operator'
import { ofText } from '../reading'
import { anyOf, foldedSql, like, readSql, sure } from '../sql'

/** A path or what lies below it; letter case makes no difference to either. */
function isUnder(text: string, path: FactValue | undefined): boolean {
  const [low, top] = [fold(text), fold(String(path))]
  return low === top || low.startsWith(`${top}/`)
}

/** A place in a tree, or one of several, with all that lies below. */
export const under: OperatorTerms = {
  verb: 'is under',
  short: 'under',
  cost: 2,
  offered: ['path'],
  place: 50,
  takes: 'one',
  isExact: true,
  ofEmpty: false,
  check: ofText((text, wanted) =>
    isList(wanted) ? wanted.some((one) => isUnder(text, one)) : isUnder(text, wanted),
  ),
  schema: (value, property) =>
    property(
      textSchema({
        anyOf: [false, ...[value].flat().map((path) => ({ pattern: `^${anyCase(String(path))}(/|$)` }))],
      }),
    ),
  sql: readSql((column, value, asking) => {
    const { sql } = asking
    const each = (Array.isArray(value) ? value : [value]).map((path) => {
      const top = fold(String(path))
      return sql`${foldedSql(column, sql)} = ${top} or ${foldedSql(column, sql)} like ${`${like(top)}/%`}`
    })
    return sure(sql`${anyOf(each, asking)} and ${column} <> ''`, asking)
  }),
  cell: { form: 'word', word: 'under' },
  feel: (value, literal) =>
    listOf(value)
      .map((path) => `? = ${literal(path)} or starts with(?, ${literal(`${String(path)}/`)})`)
      .join(' or '),
  isOurFeel: true,
}
