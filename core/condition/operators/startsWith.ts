import { anyCase, textSchema } from '../asSchema'
import { fold } from '../fold'
import type { OperatorTerms } from '../operator'
import { ofText } from '../reading'
import { likeSql, readSql } from '../sql'

/** The beginning of a text; letter case makes no difference. */
export const startsWith: OperatorTerms = {
  verb: 'starts with',
  short: 'starts with',
  cost: 2,
  offered: ['text'],
  place: 70,
  takes: 'one',
  ofEmpty: false,
  check: ofText((text, wanted) => fold(text).startsWith(fold(String(wanted)))),
  schema: (value, property) => property(textSchema({ pattern: `^${anyCase(String(value))}` })),
  sql: readSql(likeSql((text) => `${text}%`)),
  cell: { form: 'word', word: 'starts with' },
  feel: (value, literal) => `starts with(lower case(?), ${literal(String(value).toLowerCase())})`,
  isOurFeel: true,
}
