import { DAY, type WorkingDays } from '../../time'
import { CALENDARS, type FactValue } from '../fact'
import type { Check, OperatorTerms } from '../operator'
import { dayIn, instantIn, never, sure, type Asking, type Sql } from '../sql'
import { readWhen } from '../when'

const dayNumber = (day: string) => Date.parse(day) / DAY

const check: Check = (actual, calendar, facts) => {
  const days = facts[CALENDARS]?.workingDays(String(calendar))
  if (!days) return false
  if (typeof actual === 'number') return days.has(days.dayOf(actual))
  const when = readWhen(actual)
  if (!when) return false
  // A day is meant wherever it was written; a moment lies on a day of the calendar's own zone.
  return days.has(when.at === undefined ? dayNumber(when.day) : days.dayOf(when.at))
}

type Ask = (column: Sql, days: WorkingDays, asking: Asking) => Sql

/** Working days begin and end in turns, so an odd number of turns up to it makes a day one of them. */
const isAfterOdd = (at: Sql, turns: readonly (number | string)[], cast: string, { sql }: Asking) =>
  sql`width_bucket(${at}, ${turns}${sql.raw(`::${cast}[]`)}) % 2 = 1`

const ofInstant: Ask = (column, days, asking) =>
  isAfterOdd(asking.sql`(${column})::numeric`, days.turnsAt, 'numeric', asking)

const isoDay = (day: number) => new Date(day * DAY).toISOString().slice(0, 10)

const ofText: Ask = (column, days, asking) => {
  const { sql } = asking
  const byDay = isAfterOdd(sql`(${dayIn(column, sql)})::date`, days.turns.map(isoDay), 'date', asking)
  const at = instantIn(column, sql)
  return sql`case when ${at} is null then ${byDay} else ${ofInstant(at, days, asking)} end`
}

const asked =
  (ask: Ask) =>
  (column: Sql, calendar: FactValue | undefined, asking: Asking): Sql => {
    const days = asking.calendars?.workingDays(String(calendar))
    return days ? sure(ask(column, days, asking), asking) : never(asking)
  }
const [instant, text] = [asked(ofInstant), asked(ofText)]

/**
 * Whether a day or moment falls on a day on which a calendar of the design is open at all. Of the years 2000 to 2049; a
 * form has no calendars, so it cannot ask this.
 */
export const isWorkingDay: OperatorTerms = {
  verb: 'is a working day of',
  short: 'a working day of',
  cost: 1,
  offered: ['date', 'moment'],
  place: 81,
  takes: 'calendar',
  needs: 'calendars',
  isApart: true,
  ofEmpty: false,
  check,
  schema: () => false,
  sql: {
    text,
    moment: instant,
    number: instant,
    answer: (answer, calendar, asking) => {
      const { sql } = asking
      return sql`case ${answer.type} when 'number' then ${instant(answer.text, calendar, asking)}
        when 'string' then ${text(answer.text, calendar, asking)} else false end`
    },
  },
  cell: { form: 'word', word: 'a working day of' },
  feel: (value, literal) => `is working day(?, ${literal(String(value))})`,
  isOurFeel: true,
}
