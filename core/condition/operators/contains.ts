import { anyCase, textSchema } from '../asSchema'
import { fold } from '../fold'
import type { OperatorTerms } from '../operator'
import { ofText } from '../reading'
import { likeSql, readSql } from '../sql'

/** Somewhere in a text; letter case makes no difference. */
export const contains: OperatorTerms = {
  verb: 'contains',
  short: 'contains',
  cost: 3,
  offered: ['text'],
  place: 71,
  takes: 'one',
  isApart: true,
  ofEmpty: false,
  check: ofText((text, wanted) => fold(text).includes(fold(String(wanted)))),
  schema: (value, property) => property(textSchema({ pattern: anyCase(String(value)) })),
  sql: readSql(likeSql((text) => `%${text}%`)),
  cell: { form: 'word', word: 'contains' },
  feel: (value, literal) => `contains(lower case(?), ${literal(String(value).toLowerCase())})`,
  isOurFeel: true,
}
