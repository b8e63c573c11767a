import type { OperatorTerms } from '../operator'

/** Not known: no value, an empty text, nothing chosen. */
export const empty: OperatorTerms = {
  verb: 'is empty',
  short: 'empty',
  cost: 1,
  offered: ['yesNo', 'number', 'length', 'date', 'moment', 'path', 'choice', 'text'],
  place: 91,
  takes: 'nothing',
  ofEmpty: true,
  check: () => false,
  schema: (_, property) => ({ not: property(true) }),
  sql: {
    text: (column, _, { sql }) => sql`coalesce(${column}, '') = ''`,
    moment: (column, _, { sql }) => sql`${column} is null`,
    number: (column, _, { sql }) => sql`${column} is null`,
    yesNo: (column, _, { sql }) => sql`(${column}) is null`,
    answer: ({ isEmpty }) => isEmpty,
  },
  cell: { form: 'alone', word: 'empty' },
  feel: () => 'null',
}
