import { textSchema, wholeWord } from '../asSchema'
import type { OperatorTerms } from '../operator'
import { ofText, wordsOf } from '../reading'
import { foldedSql, readSql, sure } from '../sql'

let between: string | undefined
/** What stands between words, as a pattern of the database: anything that Unicode calls neither letter nor number. */
function notInWords(): string {
  return (between ??= `[^${rangesOf(/[\p{L}\p{N}]/u)}]+`)
}

function rangesOf(pattern: RegExp): string {
  const ranges: string[] = []
  let from: number | undefined
  for (let code = 1; code <= 0x32_400; code++) {
    const isIn =
      (code < 0xd800 || code > 0xdfff) && code < 0x32_400 && pattern.test(String.fromCodePoint(code))
    if (isIn) from ??= code
    else if (from !== undefined) {
      ranges.push(`${String.fromCodePoint(from)}-${String.fromCodePoint(code - 1)}`)
      from = undefined
    }
  }
  return ranges.join('')
}

/** Whole words of a text, in any order. */
export const matches: OperatorTerms = {
  verb: 'has the words',
  short: 'has the words',
  cost: 3,
  offered: ['text'],
  place: 72,
  takes: 'one',
  isApart: true,
  ofEmpty: false,
  check: ofText((text, wanted) => {
    const said = new Set(wordsOf(text))
    return wordsOf(wanted).every((word) => said.has(word))
  }),
  schema: (value, property) =>
    property(textSchema({ allOf: [{}, ...wordsOf(value).map((word) => ({ pattern: wholeWord(word) }))] })),
  sql: readSql((column, value, asking) => {
    const { sql } = asking
    const words = sql`regexp_split_to_array(${foldedSql(column, sql)}, ${notInWords()})`
    return sure(sql`${column} <> '' and ${words} @> ${wordsOf(String(value))}::text[]`, asking)
  }),
  cell: { form: 'word', word: 'has the words' },
  feel: (value, literal) => `matches(?, ${literal(String(value))}, "i")`,
  isOurFeel: true,
}
