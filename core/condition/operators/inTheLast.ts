import { parseDuration } from '../../time'
import type { FactValue } from '../fact'
import type { Check, OperatorTerms } from '../operator'
import { dayIn, instantIn, never, sure, type Asking, type Sql } from '../sql'
import { readWhen } from '../when'

const lengths = new Map<string, number | undefined>()
/** In milliseconds; of what is no duration undefined. Proofreading names it; until then it holds for nothing. */
function lengthOf(span: FactValue | undefined): number | undefined {
  const text = String(span)
  if (lengths.has(text)) return lengths.get(text)
  let length: number | undefined
  try {
    length = parseDuration(text)
  } catch {
    length = undefined
  }
  if (lengths.size < 1000) lengths.set(text, length)
  return length
}

const check: Check = (actual, span, { now }) => {
  const when = readWhen(actual)
  // A day is there from its beginning on, by UTC.
  const at = typeof actual === 'number' ? actual : when && (when.at ?? Date.parse(when.day))
  const length = lengthOf(span)
  if (typeof now !== 'number' || at === undefined || length === undefined) return false
  return at <= now && at >= now - length
}

function within(at: Sql, span: FactValue | undefined, asking: Asking): Sql {
  const length = lengthOf(span)
  const { sql, now } = asking
  return length === undefined
    ? never(asking)
    : sure(sql`${at} between ${now - length}::numeric and ${now}::numeric`, asking)
}

/** When the day or moment was that a text is, in epoch milliseconds. */
const atOfText = (text: Sql, { sql }: Asking) =>
  sql`coalesce(${instantIn(text, sql)}, extract(epoch from (${dayIn(text, sql)})::timestamp) * 1000)`

/**
 * Within an ISO 8601 duration before now; neither in the time to come nor where nobody says what time it is: while a form
 * is filled in.
 */
export const inTheLast: OperatorTerms = {
  verb: 'is in the last',
  short: 'in the last',
  cost: 1,
  offered: ['date', 'moment'],
  place: 80,
  takes: 'span',
  needs: 'now',
  isApart: true,
  ofEmpty: false,
  check,
  schema: () => false,
  sql: {
    text: (column, span, asking) => within(atOfText(column, asking), span, asking),
    moment: within,
    number: within,
    answer: ({ type, text }, span, asking) =>
      within(
        asking.sql`case ${type} when 'number' then ${text}::numeric when 'string' then ${atOfText(text, asking)} end`,
        span,
        asking,
      ),
  },
  cell: { form: 'word', word: 'in the last' },
  feel: (value, literal) => `[now() - duration(${literal(String(value))})..now()]`,
  isOurFeel: true,
}
