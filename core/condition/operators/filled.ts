import type { OperatorTerms } from '../operator'
import { negatedSql } from '../sql'
import { empty } from './empty'

/** Known, whatever it is. */
export const filled: OperatorTerms = {
  verb: 'is filled in',
  short: 'filled in',
  cost: 1,
  offered: empty.offered,
  place: 90,
  takes: 'nothing',
  ofEmpty: false,
  check: () => true,
  schema: (_, property) => property(true),
  sql: negatedSql(empty.sql),
  cell: { form: 'alone', word: 'filled in' },
  feel: () => 'not(null)',
}
