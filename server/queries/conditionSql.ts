import { sql, type RawBuilder } from 'kysely'
import {
  foldedSql,
  instantIn,
  isOperator,
  isTest,
  minutesIn,
  OPERATORS,
  type AnswerColumn,
  type Asking,
  type Calendars,
  type Condition,
  type Sql as CoreSql,
  type SqlTag,
  type Test,
} from '../../core/condition'
import { FACTS, termsOfFact, type FactColumn } from '../../core/facts'
import { fieldOf, FIELD_TYPES, type TicketField } from '../../core/fields'
import { HOUR, type Instant } from '../../core/time'

type Sql = RawBuilder<boolean>
type Column = RawBuilder<unknown>

// What operators say in the words of the database they write with Kysely's tag: pieces of theirs are pieces of ours.
const tag = sql as unknown as SqlTag
const toCore = (column: Column) => column as unknown as CoreSql
const fromCore = <T = boolean>(asked: CoreSql) => asked as unknown as RawBuilder<T>

/** What conditions are asked with besides the table: when, and the calendars of the edition. */
export interface AskedWith {
  now: Instant
  calendars?: Calendars
}

/** A condition asks for a fact by which lists cannot be filtered. */
export class CannotFilter extends Error {
  constructor(fact: string) {
    super(`Lists cannot be filtered by “${fact}”.`)
    this.name = 'CannotFilter'
  }
}

/** The facts by which lists can be filtered, besides the answers of forms and the fields of ticket kinds. */
export const FILTER_FACTS: readonly string[] = Object.keys(FACTS).filter((name) => FACTS[name]!.column)

/**
 * A condition as a question to the table `ticket`, with the meaning that core/condition gives it.
 * @throws CannotFilter when it asks for a fact that the table does not know
 */
export function conditionSql(condition: Condition, asked: AskedWith): Sql {
  if (isTest(condition)) return testSql(condition, { ...asked, sql: tag })
  if ('all' in condition) return joined(condition.all, asked, ' and ', 'true')
  if ('any' in condition) return joined(condition.any, asked, ' or ', 'false')
  return sql<boolean>`not ${joined(condition.none, asked, ' or ', 'false')}`
}

function joined(parts: Condition[], asked: AskedWith, sign: string, empty: string): Sql {
  if (!parts.length) return sql<boolean>`${sql.raw(empty)}`
  return sql<boolean>`(${sql.join(
    parts.map((one) => conditionSql(one, asked)),
    sql.raw(sign),
  )})`
}

/** A test never gives null: what is not known fails, as it does in the core. */
function testSql(test: Test, asking: Asking): Sql {
  const { fact } = test
  if (fact.startsWith('form.'))
    return answerSql(test, answerIn('answers', fact.slice('form.'.length)), asking)
  const field = fieldOf(fact)
  if (field !== undefined) return answerSql(test, answerIn('fields', field), asking)
  const column = termsOfFact(fact)?.column
  if (!column) throw new CannotFilter(fact)
  const form = isOperator(test.op) ? OPERATORS[test.op].sql[column.holds] : undefined
  return form ? fromCore(form(toCore(columnSql(column, asking.now)), test.value, asking)) : NEVER
}

/** Where a fact stands in the table. */
const columnSql = ({ at, isSince }: FactColumn, now: Instant): Column =>
  isSince ? sql`(${now}::bigint - ${sql.raw(at)}) / ${HOUR}::float8` : sql.raw(at)

const NEVER = sql<boolean>`false`

/** An answer, or the value of a field: a text, a number, yes or no, or a list of chosen values, as it stands in the ticket's state. */
function answerSql({ op, value }: Test, answer: AnswerColumn, asking: Asking): Sql {
  const form = isOperator(op) ? OPERATORS[op].sql.answer : undefined
  return form ? fromCore(form(answer, value, asking)) : NEVER
}

/** Where an answer, or the value of a field, stands in the table. */
function answerIn(of: 'answers' | 'fields', name: string): AnswerColumn {
  const json = sql`(ticket.facts->${of}->${name})`
  return {
    json: toCore(json),
    type: toCore(sql`jsonb_typeof(${json})`),
    text: toCore(sql`(ticket.facts->${of}->>${name})`),
    isEmpty: toCore(sql`(${json} is null or ${json} in ('null', '""', '[]'))`),
  }
}

/** The type of the database in which tickets are ordered. */
export type SortCast = 'bigint' | 'float8' | 'text'

/**
 * What tickets are ordered by where they go by a field: numbers as numbers, moments as instants, lengths of time by their length, all else as a text in
 * small letters; what has none comes last.
 */
export function fieldOrder({ name, type }: TicketField): { by: RawBuilder<string | number>; cast: SortCast } {
  const { type: kind, text } = answerIn('fields', name)
  const last = (by: RawBuilder<unknown>) => sql<number>`coalesce(${by}, 'Infinity'::float8)`
  switch (FIELD_TYPES[type].sortsAs) {
    case 'number':
      return { by: last(sql`case when ${kind} = 'number' then ${text}::float8 end`), cast: 'float8' }
    case 'moment':
      return { by: last(sql`(${instantIn(text, tag)})::float8`), cast: 'float8' }
    case 'length':
      return { by: last(sql`(${minutesIn(text, tag)})::float8`), cast: 'float8' }
    case 'text':
      return {
        by: sql`coalesce(nullif(left(${foldedSql(text, tag)}, 200), ''), ${LAST}) collate "C"`,
        cast: 'text',
      }
  }
}
/** A text that comes after all others. */
const LAST = '\u{10ffff}'

/** Under what a ticket stands where they are gathered by a field. */
export const fieldGroup = (name: string): RawBuilder<string> =>
  sql`coalesce(nullif(left(${answerIn('fields', name).text}, 200), ''), ${LAST})`
