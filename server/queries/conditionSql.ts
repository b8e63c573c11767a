import { sql, type RawBuilder } from 'kysely'
import { isTest, wordsOf, type Condition, type FactValue, type Test } from '../../core/condition'
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

/** The facts by which lists can be filtered, besides the answers of forms. */
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
  if (fact.startsWith('form.')) return answerSql(test, fact.slice('form.'.length), now)
  if (fact in TEXTS) return textSql(test, sql.raw(TEXTS[fact]!))
  if (fact in MOMENTS) return momentSql(test, sql.raw(MOMENTS[fact]!), now)
  if (fact in HOURS)
    return numberSql(test, sql`(${now}::bigint - ${sql.raw(HOURS[fact]!)}) / ${HOUR}::float8`)
  if (fact in NUMBERS) return numberSql(test, sql.raw(NUMBERS[fact]!))
  if (fact in YES_NO) return yesNoSql(test, sql.raw(YES_NO[fact]!))
  if (fact === 'majorIncident') return yesNoSql(test, sql.raw(MAJOR))
  throw new CannotFilter(fact)
}

const NEVER = sql<boolean>`false`
const list = (value: FactValue | undefined) => (Array.isArray(value) ? value.map(String) : [])
const like = (text: string) => text.replace(/[\\%_]/g, '\\$&')

type Column = RawBuilder<unknown>
const sure = (asked: Sql) => sql<boolean>`coalesce(${asked}, false)`
/** In the order of ISO 8601, which is that of letters; a number is no text. */
const inOrder = (sign: string) => (column: Column, value: FactValue | undefined) =>
  typeof value === 'string'
    ? sure(sql<boolean>`${column} collate "C" ${sql.raw(sign)} ${value} and ${column} <> ''`)
    : NEVER

const TEXT_TESTS: Partial<Record<Test['op'], (column: Column, value: FactValue | undefined) => Sql>> = {
  is: (column, value) =>
    typeof value === 'string' ? sure(sql<boolean>`${column} = ${value} and ${column} <> ''`) : NEVER,
  isNot: (column, value) => sql<boolean>`(coalesce(${column}, '') = '' or ${column} <> ${String(value)})`,
  oneOf: (column, value) => sure(sql<boolean>`${column} = any(${list(value)}::text[]) and ${column} <> ''`),
  noneOf: (column, value) =>
    sql<boolean>`(coalesce(${column}, '') = '' or not ${column} = any(${list(value)}::text[]))`,
  empty: (column) => sql<boolean>`coalesce(${column}, '') = ''`,
  filled: (column) => sql<boolean>`coalesce(${column}, '') <> ''`,
  under: (column, value) => {
    const paths = Array.isArray(value) ? list(value) : [String(value)]
    const each = paths.map(
      (path) => sql`${column} = ${path} or lower(${column}) like ${`${like(path.toLowerCase())}/%`}`,
    )
    return each.length ? sure(sql<boolean>`(${sql.join(each, sql` or `)})`) : NEVER
  },
  startsWith: (column, value) =>
    sure(sql<boolean>`lower(${column}) like ${`${like(String(value).toLowerCase())}%`} and ${column} <> ''`),
  contains: (column, value) =>
    sure(sql<boolean>`lower(${column}) like ${`%${like(String(value).toLowerCase())}%`} and ${column} <> ''`),
  matches: (column, value) =>
    sure(
      sql<boolean>`${column} <> '' and regexp_split_to_array(lower(${column}), '[^[:alnum:]]+') @> ${wordsOf(String(value))}::text[]`,
    ),
  before: inOrder('<'),
  less: inOrder('<'),
  after: inOrder('>'),
  greater: inOrder('>'),
  atLeast: inOrder('>='),
  atMost: inOrder('<='),
  between: (column, value) => {
    const [from, to] = (Array.isArray(value) ? value : []) as FactValue[]
    return typeof from === 'string' && typeof to === 'string'
      ? sure(sql<boolean>`${column} collate "C" between ${from} and ${to} and ${column} <> ''`)
      : NEVER
  },
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
  if (op === 'between' && Array.isArray(value) && value.length === 2)
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

/** An answer: a text, a number, yes or no, or a list of chosen values, as it stands in the ticket's state. */
function answerSql(test: Test, name: string, now: number): Sql {
  const answer = sql`ticket.facts->'answers'->${name}`
  const text = sql`(ticket.facts->'answers'->>${name})`
  const type = sql`jsonb_typeof(${answer})`
  const { op, value } = test
  const isEmpty = sql<boolean>`(${answer} is null or ${type} = 'null' or ${text} = '' or ${text} = '[]')`
  if (op === 'empty') return isEmpty
  if (op === 'filled') return sql<boolean>`not ${isEmpty}`
  // In a list of chosen values each is asked; a text is itself.
  const has = (wanted: FactValue | undefined) =>
    sql<boolean>`coalesce(${answer} @> ${JSON.stringify(wanted ?? null)}::jsonb, false)`
  const some = Array.isArray(value) ? value.map((one) => has(one as string)) : []
  const anyOf = some.length ? sql<boolean>`(${sql.join(some, sql` or `)})` : NEVER
  if (op === 'is') return sql<boolean>`(not ${isEmpty} and ${has(value)})`
  if (op === 'isNot') return sql<boolean>`(${isEmpty} or not ${has(value)})`
  if (op === 'oneOf') return sql<boolean>`(not ${isEmpty} and ${anyOf})`
  if (op === 'noneOf') return sql<boolean>`(${isEmpty} or not ${anyOf})`
  if (op === 'inTheLast') {
    const span = spanOf(value)
    if (span === undefined) return NEVER
    const day = sql`case when ${text} ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}' then extract(epoch from (${text} || case when length(${text}) = 10 then 'T00:00Z' else '' end)::timestamptz) * 1000 end`
    return sql<boolean>`coalesce(${day} between ${now - span} and ${now}, false)`
  }
  const compared = Array.isArray(value) ? value[0] : value
  if (typeof compared === 'number')
    return sql<boolean>`case when ${type} = 'number' then ${numberSql(test, sql`${text}::float8`)} else false end`
  return sql<boolean>`case when ${type} = 'string' then ${textSql(test, text)} else false end`
}
