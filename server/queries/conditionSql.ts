import { sql, type RawBuilder } from 'kysely'
import {
  DAY_PATTERN,
  fold,
  isTest,
  MOMENT_PATTERN,
  readWhen,
  wordsOf,
  type Condition,
  type FactValue,
  type Test,
} from '../../core/condition'
import { fieldOf, type TicketField } from '../../core/fields'
import { HOUR, parseDuration } from '../../core/time'

type Sql = RawBuilder<boolean>

/** A condition asks for a fact by which lists cannot be filtered. */
export class CannotFilter extends Error {
  constructor(fact: string) {
    super(`Lists cannot be filtered by “${fact}”.`)
    this.name = 'CannotFilter'
  }
}

const TEXTS: Record<string, string> = {
  ...Object.fromEntries(
    [
      'category',
      'priority',
      'queue',
      'team',
      'technician',
      'status',
      'requester',
      'organisation',
      'site',
      'item',
      'kind',
      'portal',
      'channel',
      'cover',
    ].map((one) => [one, `ticket.${one}`]),
  ),
  statusGroup: 'ticket.status_group',
  impact: `ticket.facts->>'impact'`,
  urgency: `ticket.facts->>'urgency'`,
  agreement: `ticket.facts->>'agreement'`,
  desk: `ticket.facts->>'desk'`,
  department: `ticket.facts->>'department'`,
  equipment: `ticket.facts->'equipment'->>'number'`,
  equipmentMaker: `ticket.facts->'equipment'->>'maker'`,
  equipmentModel: `ticket.facts->'equipment'->>'model'`,
  statusBefore: `ticket.facts->>'statusBefore'`,
}
const STATUS_SINCE = `(ticket.facts->>'statusSince')::bigint`
const SAID_AT = `(ticket.facts->>'saidAt')::bigint`
const MOMENTS: Record<string, string> = {
  loggedAt: 'ticket.logged_at',
  statusSince: STATUS_SINCE,
  saidAt: SAID_AT,
}
const HOURS: Record<string, string> = {
  hoursSinceLogged: 'ticket.logged_at',
  hoursInStatus: STATUS_SINCE,
  hoursSinceWord: SAID_AT,
}
const NUMBERS: Record<string, string> = {
  signals: `(ticket.facts->>'signals')::int`,
  openTasks: 'ticket.tasks_open',
}
/** Yes or no, and null where nothing is known. */
const YES_NO: Record<string, string> = {
  equipmentInWarranty: `(ticket.facts->'equipment'->'inWarranty')::boolean`,
  equipmentCovered: `(ticket.facts->'equipment'->'covered')::boolean`,
}
const MAJOR = `(ticket.facts->'major')::boolean`

/** The facts by which lists can be filtered, besides the answers of forms and the fields of ticket kinds. */
export const FILTER_FACTS: readonly string[] = [
  ...Object.keys(TEXTS),
  ...Object.keys(MOMENTS),
  ...Object.keys(HOURS),
  ...Object.keys(NUMBERS),
  ...Object.keys(YES_NO),
  'majorIncident',
]

/**
 * A condition as a question to the table `ticket`, with the meaning that core/condition gives it.
 * @param now epoch milliseconds, for what has passed since
 * @throws CannotFilter when it asks for a fact that the table does not know
 */
export function conditionSql(condition: Condition, now: number): Sql {
  if (isTest(condition)) return testSql(condition, now)
  if ('all' in condition) return joined(condition.all, now, ' and ', 'true')
  if ('any' in condition) return joined(condition.any, now, ' or ', 'false')
  return sql<boolean>`not ${joined(condition.none, now, ' or ', 'false')}`
}

function joined(parts: Condition[], now: number, sign: string, empty: string): Sql {
  if (!parts.length) return sql<boolean>`${sql.raw(empty)}`
  return sql<boolean>`(${sql.join(
    parts.map((one) => conditionSql(one, now)),
    sql.raw(sign),
  )})`
}

/** A test never gives null: what is not known fails, as it does in the core. */
function testSql(test: Test, now: number): Sql {
  const { fact } = test
  if (fact.startsWith('form.')) return answerSql(test, 'answers', fact.slice('form.'.length), now)
  const field = fieldOf(fact)
  if (field !== undefined) return answerSql(test, 'fields', field, now)
  if (Object.hasOwn(TEXTS, fact)) return textSql(test, sql.raw(TEXTS[fact]!))
  if (Object.hasOwn(MOMENTS, fact)) return momentSql(test, sql.raw(MOMENTS[fact]!), now)
  if (Object.hasOwn(HOURS, fact))
    return numberSql(test, sql`(${now}::bigint - ${sql.raw(HOURS[fact]!)}) / ${HOUR}::float8`)
  if (Object.hasOwn(NUMBERS, fact)) return numberSql(test, sql.raw(NUMBERS[fact]!))
  if (Object.hasOwn(YES_NO, fact)) return yesNoSql(test, sql.raw(YES_NO[fact]!))
  if (fact === 'majorIncident') return yesNoSql(test, sql.raw(MAJOR))
  throw new CannotFilter(fact)
}

const NEVER = sql<boolean>`false`
const list = (value: FactValue | undefined) => (Array.isArray(value) ? value.map(String) : [])
const like = (text: string) => text.replace(/[\\%_]/g, '\\$&')

type Column = RawBuilder<unknown>
const sure = (asked: Sql) => sql<boolean>`coalesce(${asked}, false)`
/** A text where letter case makes no difference, as `fold` of core/condition has it. */
const folded = (column: Column) => sql`translate(lower(${column}), 'ς', 'σ')`
/** A day as it is written, of what is a day or a moment; null of anything else. */
const dayIn = (column: Column) => sql`case when ${column} ~ ${WHEN} then left(${column}, 10) collate "C" end`
/** The instant of a moment in epoch milliseconds; null of anything else. */
const instantIn = (column: Column) => sql`case when ${column} ~ ${MOMENT} then
  extract(epoch from left(${column}, 19)::timestamp) * 1000 - case when right(${column}, 1) = 'Z' then 0 else
  (substr(${column}, 20, 1) || '1')::int * (substr(${column}, 21, 2)::int * 60 + substr(${column}, 24, 2)::int) * 60000 end end`
const MOMENT = `^${MOMENT_PATTERN}$`
const WHEN = `^(?:${DAY_PATTERN}|${MOMENT_PATTERN})$`

/** Days and moments among their like, other texts by the order of their code points; a number is no text. */
const inOrder = (sign: '<' | '<=' | '>' | '>=' | '=') => (column: Column, value: FactValue | undefined) => {
  if (typeof value !== 'string') return NEVER
  const when = readWhen(value)
  const by = sql.raw(sign)
  if (!when) return sure(sql<boolean>`${column} collate "C" ${by} ${value} and ${column} <> ''`)
  const byDay = sql`${dayIn(column)} ${by} ${when.day}`
  if (when.at === undefined) return sure(sql<boolean>`${byDay}`)
  return sure(
    sql<boolean>`case when ${column} ~ ${MOMENT} then ${instantIn(column)} ${by} ${when.at} else ${byDay} end`,
  )
}
/** The same text, or the same day or moment. */
const isSame = (column: Column, value: FactValue | undefined) => {
  if (typeof value !== 'string') return NEVER
  if (readWhen(value)) return inOrder('=')(column, value)
  return sure(sql<boolean>`${column} = ${value} and ${column} <> ''`)
}
const isAny = (column: Column, value: FactValue | undefined) => {
  const values = list(value)
  if (!values.some(readWhen))
    return sure(sql<boolean>`${column} = any(${values}::text[]) and ${column} <> ''`)
  return sql<boolean>`(${sql.join(
    values.map((one) => isSame(column, one)),
    sql` or `,
  )})`
}
const not = (asked: Sql) => sql<boolean>`not ${asked}`

const TEXT_TESTS: Partial<Record<Test['op'], (column: Column, value: FactValue | undefined) => Sql>> = {
  is: isSame,
  isNot: (column, value) => not(isSame(column, value)),
  oneOf: isAny,
  noneOf: (column, value) => not(isAny(column, value)),
  empty: (column) => sql<boolean>`coalesce(${column}, '') = ''`,
  filled: (column) => sql<boolean>`coalesce(${column}, '') <> ''`,
  under: (column, value) => {
    const paths = Array.isArray(value) ? list(value) : [String(value)]
    const each = paths.map((path) => {
      const top = fold(path)
      return sql`${folded(column)} = ${top} or ${folded(column)} like ${`${like(top)}/%`}`
    })
    return each.length ? sure(sql<boolean>`(${sql.join(each, sql` or `)}) and ${column} <> ''`) : NEVER
  },
  startsWith: (column, value) =>
    sure(sql<boolean>`${folded(column)} like ${`${like(fold(String(value)))}%`} and ${column} <> ''`),
  contains: (column, value) =>
    sure(sql<boolean>`${folded(column)} like ${`%${like(fold(String(value)))}%`} and ${column} <> ''`),
  matches: (column, value) =>
    sure(
      sql<boolean>`${column} <> '' and regexp_split_to_array(${folded(column)}, ${notInWords()}) @> ${wordsOf(String(value))}::text[]`,
    ),
  before: inOrder('<'),
  less: inOrder('<'),
  after: inOrder('>'),
  greater: inOrder('>'),
  atLeast: inOrder('>='),
  atMost: inOrder('<='),
  between: (column, value) => {
    const [from, to] = (Array.isArray(value) ? value : []) as FactValue[]
    if (typeof from !== 'string' || typeof to !== 'string') return NEVER
    return sql<boolean>`(${inOrder('>=')(column, from)} and ${inOrder('<=')(column, to)})`
  },
}

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

function textSql({ op, value }: Test, column: Column): Sql {
  return TEXT_TESTS[op]?.(column, value) ?? NEVER
}

const SIGNS: Partial<Record<Test['op'], string>> = {
  is: '=',
  greater: '>',
  after: '>',
  atLeast: '>=',
  less: '<',
  before: '<',
  atMost: '<=',
}

function numberSql({ op, value }: Test, number: RawBuilder<unknown>): Sql {
  if (op === 'empty') return sql<boolean>`${number} is null`
  if (op === 'filled') return sql<boolean>`${number} is not null`
  if (op === 'isNot') return sql<boolean>`${number} is distinct from ${Number(value)}::float8`
  if (op === 'between' && Array.isArray(value) && value.every((one) => typeof one === 'number'))
    return sure(sql<boolean>`${number} between ${Number(value[0])}::float8 and ${Number(value[1])}::float8`)
  const listed = Array.isArray(value) ? value.filter((one) => typeof one === 'number') : []
  const isListed = sure(sql<boolean>`${number} = any(${listed}::float8[])`)
  if (op === 'oneOf') return isListed
  if (op === 'noneOf') return sql<boolean>`not ${isListed}`
  const sign = SIGNS[op]
  if (!sign || typeof value !== 'number') return NEVER
  return sure(sql<boolean>`${number} ${sql.raw(sign)} ${value}::float8`)
}

function momentSql(test: Test, moment: RawBuilder<unknown>, now: number): Sql {
  if (test.op !== 'inTheLast') return numberSql(test, moment)
  const span = spanOf(test.value)
  return span === undefined
    ? NEVER
    : sql<boolean>`coalesce(${moment} between ${now - span}::bigint and ${now}::bigint, false)`
}

function spanOf(value: FactValue | undefined): number | undefined {
  try {
    return parseDuration(String(value))
  } catch {
    return undefined
  }
}

function yesNoSql({ op, value }: Test, isSo: RawBuilder<unknown>): Sql {
  if (op === 'is') return sure(sql<boolean>`(${isSo}) = ${value === true}`)
  if (op === 'isNot') return sql<boolean>`(${isSo}) is distinct from ${value === true}`
  if (op === 'filled') return sql<boolean>`(${isSo}) is not null`
  const listed = Array.isArray(value) ? value.filter((one) => typeof one === 'boolean') : []
  const isListed = sure(sql<boolean>`(${isSo}) = any(${listed}::boolean[])`)
  if (op === 'oneOf') return isListed
  if (op === 'noneOf') return sql<boolean>`not ${isListed}`
  if (op === 'empty') return sql<boolean>`(${isSo}) is null`
  return NEVER
}

/** Where an answer, or the value of a field, stands in the table, as it is and as a text. */
const answerIn = (of: 'answers' | 'fields', name: string) => ({
  value: sql`(ticket.facts->${of}->${name})`,
  text: sql`(ticket.facts->${of}->>${name})`,
})

/** The type of the database in which tickets are ordered. */
export type SortCast = 'bigint' | 'float8' | 'text'

/**
 * What tickets are ordered by where they go by a field: numbers as numbers, moments as instants, all else as a text in
 * small letters; what has none comes last.
 */
export function fieldOrder({ name, type }: TicketField): { by: RawBuilder<string | number>; cast: SortCast } {
  const { value, text } = answerIn('fields', name)
  if (type === 'number')
    return {
      by: sql`coalesce(case when jsonb_typeof(${value}) = 'number' then ${text}::float8 end, 'Infinity'::float8)`,
      cast: 'float8',
    }
  if (type === 'dateTime')
    return { by: sql`coalesce((${instantIn(text)})::float8, 'Infinity'::float8)`, cast: 'float8' }
  return { by: sql`coalesce(nullif(left(${folded(text)}, 200), ''), ${LAST}) collate "C"`, cast: 'text' }
}
/** A text that comes after all others. */
const LAST = '\u{10ffff}'

/** Under what a ticket stands where they are gathered by a field. */
export const fieldGroup = (name: string): RawBuilder<string> =>
  sql`coalesce(nullif(left(${answerIn('fields', name).text}, 200), ''), ${LAST})`

/** Tests of texts that of a list of chosen values one is enough for. */
const READS = new Set<Test['op']>(['under', 'startsWith', 'contains', 'matches'])

/** An answer, or the value of a field: a text, a number, yes or no, or a list of chosen values, as it stands in the ticket's state. */
function answerSql(test: Test, of: 'answers' | 'fields', name: string, now: number): Sql {
  const { value: answer, text } = answerIn(of, name)
  const type = sql`jsonb_typeof(${answer})`
  const { op, value } = test
  const isEmpty = sql<boolean>`(${answer} is null or ${answer} in ('null', '""', '[]'))`
  if (op === 'empty') return isEmpty
  if (op === 'filled') return not(isEmpty)
  // In a list of chosen values each is asked; a text is itself, and a day or moment the same one.
  const has = (wanted: FactValue | undefined) => {
    if (typeof wanted === 'object') return NEVER
    const isIn = sql<boolean>`coalesce(${answer} @> ${JSON.stringify(wanted ?? null)}::jsonb, false)`
    if (!readWhen(wanted)) return isIn
    return sql<boolean>`case when ${type} = 'string' then ${isSame(text, wanted)} else ${isIn} end`
  }
  const some = Array.isArray(value) ? value.map((one) => has(one as string)) : []
  const anyOf = some.length ? sql<boolean>`(${sql.join(some, sql` or `)})` : NEVER
  if (op === 'is') return sql<boolean>`(not ${isEmpty} and ${has(value)})`
  if (op === 'isNot') return sql<boolean>`(${isEmpty} or not ${has(value)})`
  if (op === 'oneOf') return sql<boolean>`(not ${isEmpty} and ${anyOf})`
  if (op === 'noneOf') return sql<boolean>`(${isEmpty} or not ${anyOf})`
  if (op === 'inTheLast') return recentSql({ type, text, value, now })
  if (READS.has(op))
    return sql<boolean>`case ${type} when 'string' then ${textSql(test, text)} when 'array' then exists (
      select from jsonb_array_elements(${answer}) as chosen(one)
      where jsonb_typeof(one) = 'string' and ${textSql(test, sql`(one #>> '{}')`)}) else false end`
  const compared = Array.isArray(value) ? value[0] : value
  if (typeof compared === 'number')
    return sql<boolean>`case when ${type} = 'number' then ${numberSql(test, sql`${text}::float8`)} else false end`
  return sql<boolean>`case when ${type} = 'string' then ${textSql(test, text)} else false end`
}

/** Whether a day (from its beginning by UTC), a moment or an instant lies within a span before now. */
function recentSql({
  type,
  text,
  value,
  now,
}: {
  type: Column
  text: Column
  value: Test['value']
  now: number
}): Sql {
  const span = spanOf(value)
  if (span === undefined) return NEVER
  const ofDay = sql`extract(epoch from (${dayIn(text)})::timestamp) * 1000`
  const at = sql`case ${type} when 'number' then ${text}::numeric when 'string' then coalesce(${instantIn(text)}, ${ofDay}) end`
  return sure(sql<boolean>`${at} between ${now - span}::numeric and ${now}::numeric`)
}
