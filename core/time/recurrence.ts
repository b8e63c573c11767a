import { DAY } from './instant'
import { oneAt, oneBy } from '../lookup'

/**
 * A rule that names days year after year: the part of RFC 5545 §3.3.10 with FREQ=YEARLY and the parts INTERVAL,
 * COUNT, UNTIL, BYMONTH, BYMONTHDAY and BYDAY.
 */
export interface YearlyRule {
  interval: number
  count?: number
  /** Day number of the last day on which it may occur. */
  until?: number
  months: number[]
  /** 1…31 from the start of the month, −1…−31 from its end. */
  monthDays: number[]
  /** ISO weekday, and which one of the month (or year): 1 is the first, −1 the last, 0 every one. */
  weekdays: { day: number; nth: number }[]
}

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']

/**
 * Reads a yearly rule.
 * @param text such as `FREQ=YEARLY;BYMONTH=5;BYDAY=1MO`
 * @throws RangeError that names the part which is not understood
 */
export function parseYearlyRule(text: string): YearlyRule {
  const parts = new Map(text.split(';').map((part) => part.split('=', 2) as [string, string]))
  const refuse = (reason: string) => {
    throw new RangeError(`“${text}” is not a yearly rule: ${reason}`)
  }
  const numbers = (name: string, low: number, high: number) =>
    (parts.get(name)?.split(',') ?? []).map((one) => {
      const value = Number(one)
      if (!/^[+-]?\d+$/.test(one) || value === 0 || value < low || value > high)
        refuse(`${name}=${parts.get(name)}`)
      return value
    })
  for (const [name, value] of parts)
    if (!KNOWN_PARTS.includes(name) || !value) refuse(`${name || 'a part'} is not understood here`)
  if (parts.get('FREQ') !== 'YEARLY') refuse('it begins with FREQ=YEARLY')
  return {
    interval: numbers('INTERVAL', 1, 100)[0] ?? 1,
    count: numbers('COUNT', 1, 1000)[0],
    until: parts.has('UNTIL') ? untilOf(oneBy(parts, 'UNTIL'), refuse) : undefined,
    months: numbers('BYMONTH', 1, 12),
    monthDays: numbers('BYMONTHDAY', -31, 31),
    weekdays: (parts.get('BYDAY')?.split(',') ?? []).map((one) => weekdayOf(one, refuse)),
  }
}

const KNOWN_PARTS = ['FREQ', 'INTERVAL', 'COUNT', 'UNTIL', 'BYMONTH', 'BYMONTHDAY', 'BYDAY']

function untilOf(text: string, refuse: (reason: string) => void): number {
  const match = /^(\d{4})(\d\d)(\d\d)(T\d{6}Z?)?$/.exec(text)
  if (!match) refuse(`UNTIL=${text} is not a date like 20301231`)
  return Date.UTC(Number(match![1]), Number(match![2]) - 1, Number(match![3])) / DAY
}

function weekdayOf(text: string, refuse: (reason: string) => void): { day: number; nth: number } {
  const match = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(text)
  const nth = Number(match?.[1] ?? 0)
  if (!match || Math.abs(nth) > 53) refuse(`BYDAY=${text}`)
  return { day: WEEKDAYS.indexOf(oneAt(match!, 2)) + 1, nth }
}

/**
 * The days named by a rule that begins on a day, as RFC 5545 expands it.
 * @param first day number (days since 1970-01-01) at which the rule begins
 * @param from day number from which on days are wanted
 * @param end day number before which days are wanted
 * @returns day numbers in order
 */
export function daysOfRule(rule: YearlyRule, first: number, from: number, end: number): number[] {
  const days: number[] = []
  let counted = 0
  const lastYear = yearOf(end - 1)
  for (let year = yearOf(first); year <= lastYear; year += rule.interval)
    for (const day of daysOfYear(rule, first, year)) {
      if (day < first) continue
      if (rule.until !== undefined && day > rule.until) return days
      if (rule.count !== undefined && ++counted > rule.count) return days
      if (day >= from && day < end) days.push(day)
    }
  return days
}

/** The day number on which the rule ends, or undefined when it goes on for good. */
export function lastDayOfRule(rule: YearlyRule, first: number): number | undefined {
  if (rule.count === undefined) return rule.until
  // A day named once in INTERVAL years comes at least every eight of them (29 February, over 1900 or 2100).
  const end = first + Math.ceil(rule.count * rule.interval * 8 * 366)
  return daysOfRule(rule, first, first, end).at(-1)
}

function yearOf(day: number): number {
  return new Date(day * DAY).getUTCFullYear()
}

function daysOfYear(rule: YearlyRule, first: number, year: number): number[] {
  const begin = new Date(first * DAY)
  const bare = !rule.monthDays.length && !rule.weekdays.length
  const monthDays = bare ? [begin.getUTCDate()] : rule.monthDays
  const months = rule.months.length ? rule.months : bare ? [begin.getUTCMonth() + 1] : ALL_MONTHS
  const dates = months.flatMap((month) => datesOfMonth(year, month, monthDays))
  if (!rule.weekdays.length) return [...new Set(dates)].sort((a, b) => a - b)
  // Which Monday it is counts within the month where months are given, else within the year.
  const weekdays = rule.months.length
    ? rule.months.flatMap((month) => weekdaysWithin(rule, dayOf(year, month), dayOf(year, month + 1)))
    : weekdaysWithin(rule, dayOf(year, 1), dayOf(year, 13))
  return weekdays.filter((day) => !monthDays.length || dates.includes(day)).sort((a, b) => a - b)
}

function datesOfMonth(year: number, month: number, monthDays: number[]): number[] {
  const [start, end] = [dayOf(year, month), dayOf(year, month + 1)]
  return monthDays
    .map((day) => (day > 0 ? start + day - 1 : end + day))
    .filter((day) => day >= start && day < end)
}

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]

/** Day number of the first of a month; month 13 is the January after. */
function dayOf(year: number, month: number): number {
  return Date.UTC(year, month - 1, 1) / DAY
}

function weekdaysWithin(rule: YearlyRule, start: number, end: number): number[] {
  const days = rule.weekdays.flatMap(({ day, nth }) => {
    const firstOne = start + ((day - isoWeekday(start) + 7) % 7)
    const all: number[] = []
    for (let at = firstOne; at < end; at += 7) all.push(at)
    const chosen = nth === 0 ? all : [nth > 0 ? all[nth - 1] : all[all.length + nth]]
    return chosen.filter((one) => one !== undefined)
  })
  return [...new Set(days)].sort((a, b) => a - b)
}

/** ISO weekday of a day number: 1970-01-01 was a Thursday. */
export function isoWeekday(day: number): number {
  return ((((day + 3) % 7) + 7) % 7) + 1
}
