import type { Instant } from '../time'
import type { Calendars, FactValue } from './fact'
import { fold } from './fold'
import { LENGTH_PATTERN, readLength } from './length'
import { DAY_PATTERN, MOMENT_PATTERN, readWhen } from './when'

// What operators say in the words of the database. Nothing here knows a database: whoever asks one hands in how pieces
// are put together (Kysely's `sql`), so that values never become words of the question.

/** A piece of a question to the database. */
export interface Sql {
  readonly isRawBuilder: true
}

/** How pieces are put together; values in the gaps become parameters, pieces stay pieces. */
export interface SqlTag {
  (strings: TemplateStringsArray, ...gaps: unknown[]): Sql
  raw(text: string): Sql
  join(parts: readonly unknown[], between?: Sql): Sql
}

/** What a test is asked with. */
export interface Asking {
  sql: SqlTag
  now: Instant
  calendars?: Calendars
}

export type SqlForm = (column: Sql, value: FactValue | undefined, asking: Asking) => Sql

/**
 * A test by what a column holds: a text, an instant in epoch milliseconds, a number, yes or no; `answer` is JSON, of which
 * one also has the type and the text. None of them ever gives null.
 */
export interface SqlForms {
  text?: SqlForm
  moment?: SqlForm
  number?: SqlForm
  yesNo?: SqlForm
  answer?: (answer: AnswerColumn, value: FactValue | undefined, asking: Asking) => Sql
}

/** An answer, or the value of a field, as it stands in the table: JSON, its type by name, and as a text. */
export interface AnswerColumn {
  json: Sql
  type: Sql
  text: Sql
  isEmpty: Sql
}

export const never = ({ sql }: Asking): Sql => sql`false`
export const not = (asked: Sql, { sql }: Asking): Sql => sql`not ${asked}`
/** What is not known fails. */
export const sure = (asked: Sql, { sql }: Asking): Sql => sql`coalesce(${asked}, false)`
/** Any of several; none of them is no. */
export const anyOf = (asked: readonly Sql[], asking: Asking): Sql =>
  asked.length ? asking.sql`(${asking.sql.join(asked, asking.sql` or `)})` : never(asking)

/** A text of a pattern in which `like` means each sign as it is. */
export const like = (text: string): string => text.replace(/[\\%_]/g, '\\$&')
/** A text where letter case makes no difference, as `fold` has it. */
export const foldedSql = (column: Sql, sql: SqlTag): Sql => sql`translate(lower(${column}), 'ς', 'σ')`

const MOMENT = `^${MOMENT_PATTERN}$`
const LENGTH = `^${LENGTH_PATTERN}$`
const WHEN = `^(?:${DAY_PATTERN}|${MOMENT_PATTERN})$`
/** A day as it is written, of what is a day or a moment; null of anything else. */
export const dayIn = (column: Sql, sql: SqlTag): Sql =>
  sql`case when ${column} ~ ${WHEN} then left(${column}, 10) collate "C" end`
/** The instant of a moment in epoch milliseconds; null of anything else. */
export const instantIn = (column: Sql, sql: SqlTag): Sql => sql`case when ${column} ~ ${MOMENT} then
  extract(epoch from left(${column}, 19)::timestamp) * 1000 - case when right(${column}, 1) = 'Z' then 0 else
  (substr(${column}, 20, 1) || '1')::int * (substr(${column}, 21, 2)::int * 60 + substr(${column}, 24, 2)::int) * 60000 end end`

/** The minutes of a length of time; null of anything else. */
export const minutesIn = (column: Sql, sql: SqlTag): Sql =>
  sql`case when ${column} ~ ${LENGTH} then extract(epoch from ${column}::interval) / 60 end`

export type Sign = '<' | '<=' | '>' | '>=' | '='

/** Days and moments among their like, so lengths of time, other texts by the order of their code points; a number is no text. */
export const textInOrder =
  (sign: Sign): SqlForm =>
  (column, value, asking) => {
    const { sql } = asking
    if (typeof value !== 'string') return never(asking)
    const by = sql.raw(sign)
    const length = readLength(value)
    if (length !== undefined) return sure(sql`${minutesIn(column, sql)} ${by} ${length}`, asking)
    const when = readWhen(value)
    if (!when) return sure(sql`${column} collate "C" ${by} ${value} and ${column} <> ''`, asking)
    const byDay = sql`${dayIn(column, sql)} ${by} ${when.day}`
    if (when.at === undefined) return sure(byDay, asking)
    return sure(
      sql`case when ${column} ~ ${MOMENT} then ${instantIn(column, sql)} ${by} ${when.at} else ${byDay} end`,
      asking,
    )
  }

export const numberInOrder =
  (sign: Sign): SqlForm =>
  (column, value, asking) =>
    typeof value === 'number'
      ? sure(asking.sql`${column} ${asking.sql.raw(sign)} ${value}::float8`, asking)
      : never(asking)

/** The same text, or the same day or moment. */
export const sameText: SqlForm = (column, value, asking) => {
  if (typeof value !== 'string') return never(asking)
  if (readWhen(value)) return textInOrder('=')(column, value, asking)
  return sure(asking.sql`${column} = ${value} and ${column} <> ''`, asking)
}

/** Whether an answer is a value, or has it among what was chosen; a text is itself, a day or moment the same one. */
export function hasValue(
  { json, type, text }: AnswerColumn,
  wanted: FactValue | undefined,
  asking: Asking,
): Sql {
  if (typeof wanted === 'object') return never(asking)
  const { sql } = asking
  const isIn = sure(sql`${json} @> ${JSON.stringify(wanted ?? null)}::jsonb`, asking)
  if (!readWhen(wanted)) return isIn
  return sql`case when ${type} = 'string' then ${sameText(text, wanted, asking)} else ${isIn} end`
}

/** The forms of a comparison: numbers with numbers, texts with texts, instants as numbers. */
export function comparedSql(sign: Sign): SqlForms {
  const [text, number] = [textInOrder(sign), numberInOrder(sign)]
  return { text, number, moment: number, answer: byType(text, number) }
}

/** An answer is asked as what it is compared with: a number, or else a text. */
export const byType =
  (text: SqlForm, number: SqlForm): NonNullable<SqlForms['answer']> =>
  (answer, value, asking) => {
    const { sql } = asking
    const compared = Array.isArray(value) ? value[0] : value
    if (typeof compared === 'number')
      return sql`case when ${answer.type} = 'number' then ${number(sql`${answer.text}::float8`, value, asking)} else false end`
    return sql`case when ${answer.type} = 'string' then ${text(answer.text, value, asking)} else false end`
  }

/** The forms of a test that reads a text: of a list of chosen values one is enough. */
export function readSql(text: SqlForm): SqlForms {
  return {
    text,
    answer: (answer, value, asking) => {
      const { sql } = asking
      return sql`case ${answer.type} when 'string' then ${text(answer.text, value, asking)} when 'array' then exists (
        select from jsonb_array_elements(${answer.json}) as chosen(one)
        where jsonb_typeof(one) = 'string' and ${text(sql`(one #>> '{}')`, value, asking)}) else false end`
    },
  }
}

/** The text of a column with letter case folded, held against a pattern of `like`. */
export const likeSql =
  (pattern: (folded: string) => string): SqlForm =>
  (column, value, asking) =>
    sure(
      asking.sql`${foldedSql(column, asking.sql)} like ${pattern(like(fold(String(value))))} and ${column} <> ''`,
      asking,
    )

/** The other way round, for what is asked by a negation: an empty fact is not anything. */
export function negatedSql(forms: SqlForms): SqlForms {
  const turned = (form: SqlForm | undefined): SqlForm | undefined =>
    form && ((column, value, asking) => not(form(column, value, asking), asking))
  const { answer } = forms
  return {
    text: turned(forms.text),
    moment: turned(forms.moment),
    number: turned(forms.number),
    yesNo: turned(forms.yesNo),
    answer: answer && ((column, value, asking) => not(answer(column, value, asking), asking)),
  }
}
