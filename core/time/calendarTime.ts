import {
  checkCalendar,
  dayNumberOf,
  minuteOfDay,
  type Calendar,
  type CalendarException,
  type DaySpan,
  type WeeklySpan,
} from './calendar'
import { DAY, MINUTE, type Instant, type Interval } from './instant'
import { difference, normalise, union } from './intervals'
import { daysOfRule, isoWeekday, lastDayOfRule, parseYearlyRule, type YearlyRule } from './recurrence'
import { WorkingTime } from './workingTime'
import { Zone } from './zone'

interface MinuteSpan {
  from: number
  to: number
}

/** Weekly hours by ISO weekday (index 1 to 7), valid from a day on. */
interface ValidWeek {
  fromDay: number
  days: MinuteSpan[][]
}

interface Repeated {
  exception: CalendarException
  first: number
  rule: YearlyRule
}

/** The working time of one calendar. */
export class CalendarTime extends WorkingTime {
  readonly zone: Zone
  protected readonly settledFrom: Instant
  private readonly weeks: ValidWeek[]
  private readonly dated = new Map<number, CalendarException[]>()
  private readonly repeated: Repeated[]

  /**
   * @param calendar one that builds on no other; see `flattenCalendar`
   * @throws RangeError with place and reason when `checkCalendar` finds a problem
   */
  constructor(readonly calendar: Calendar) {
    super()
    const problem = calendar.buildsOn
      ? { place: 'buildsOn', message: 'what it builds on is not written into it yet' }
      : checkCalendar(calendar)[0]
    if (problem) throw new RangeError(`calendar “${calendar.name}”, ${problem.place}: ${problem.message}`)
    this.zone = Zone.of(calendar.zone)
    this.weeks = [
      { fromDay: Number.NEGATIVE_INFINITY, days: byWeekday(calendar.week) },
      ...(calendar.laterWeeks ?? []).map(({ from, week }) => ({
        fromDay: dayNumberOf(from),
        days: byWeekday(week),
      })),
    ]
    this.repeated = calendar.exceptions
      .filter((one) => one.repeats !== undefined)
      .map((exception) => ({
        exception,
        first: dayNumberOf(exception.date),
        rule: parseYearlyRule(exception.repeats!),
      }))
    for (const exception of calendar.exceptions)
      if (exception.repeats === undefined) append(this.dated, dayNumberOf(exception.date), exception)
    this.settledFrom = this.lastSpecialDay() * DAY
  }

  get name(): string {
    return this.calendar.name
  }

  shutNames(from: Instant, to: Instant): string[] {
    const [first, last] = [this.zone.dayNumber(from), this.zone.dayNumber(to - 1)]
    const exceptions = this.exceptionsWithin(first, last + 1)
    return [...exceptions.keys()]
      .sort((a, b) => a - b)
      .flatMap((day) => exceptions.get(day)!.flatMap((one) => (one.shut ? [one.name] : [])))
  }

  /**
   * The exceptions of each local day of a range, in the order in which they hold, as a year's sheet shows them. What is
   * said later has the last word: repeated ones come first and dated ones after them, so that a site can open on one
   * bank holiday; among their like those that are inherited (`buildsOn`) come before a calendar's own.
   */
  exceptionsWithin(firstDay: number, endDay: number): Map<number, CalendarException[]> {
    const found = new Map<number, CalendarException[]>()
    for (const { exception, first, rule } of this.repeated)
      for (const day of daysOfRule(rule, first, firstDay, endDay)) append(found, day, exception)
    for (const [day, exceptions] of this.dated)
      if (day >= firstDay && day < endDay) for (const one of exceptions) append(found, day, one)
    return found
  }

  protected compile(from: Instant, to: Instant): Interval[] {
    const [firstDay, endDay] = [this.zone.dayNumber(from), this.zone.dayNumber(to) + 1]
    const exceptions = this.exceptionsWithin(firstDay, endDay)
    const open: Interval[] = []
    let spill = this.openOn(firstDay - 1)
    for (let day = firstDay; day < endDay; day++) {
      const own = this.openOn(day)
      const special = exceptions.get(day)
      if (!special) open.push(...own)
      else {
        // An exception is about one local date: hours of the evening before that reach into it are part of it.
        const tomorrow = this.midnight(day + 1)
        cutFrom(open, this.midnight(day))
        open.push(...this.withExceptions(day, [...spill, ...own], special))
        open.push(...own.flatMap((one) => clip(one, tomorrow, Number.POSITIVE_INFINITY)))
      }
      spill = own
    }
    for (const one of this.openOn(firstDay - 1))
      if (!exceptions.has(firstDay)) open.push(...clip(one, from, Number.POSITIVE_INFINITY))
    return normalise(open.flatMap((one) => clip(one, from, to)))
  }

  /** What is open within one local day that has exceptions. */
  private withExceptions(day: number, usual: Interval[], exceptions: CalendarException[]): Interval[] {
    const [start, end] = [this.midnight(day), this.midnight(day + 1)]
    let open = normalise(usual.flatMap((one) => clip(one, start, end)))
    for (const { shut, open: extra } of exceptions) {
      if (shut === 'all day') open = []
      else if (shut) open = difference(open, normalise(shut.map((span) => this.daySpan(day, span))))
      if (extra)
        open = union(
          open,
          extra.map((span) => this.daySpan(day, span)),
        )
    }
    return open
  }

  private openOn(day: number): Interval[] {
    let week = this.weeks[0]!
    for (const one of this.weeks) if (one.fromDay <= day) week = one
    return week.days[isoWeekday(day)]!.map((span) => this.spanOf(day, span))
  }

  private lastSpecialDay(): number {
    const dated = [...this.dated.keys()]
    const ends = this.repeated.map(({ rule, first }) => lastDayOfRule(rule, first) ?? first)
    const weeks = this.weeks.slice(1).map((one) => one.fromDay)
    return Math.max(0, ...dated, ...ends, ...weeks)
  }

  private daySpan(day: number, span: DaySpan): Interval {
    return this.spanOf(day, { from: minuteOfDay(span.from), to: minuteOfDay(span.to) })
  }

  private spanOf(day: number, { from, to }: MinuteSpan): Interval {
    return { start: this.localInstant(day, from), end: this.localInstant(day, to) }
  }

  private midnight(day: number): Instant {
    return this.localInstant(day, 0)
  }

  private localInstant(day: number, minute: number): Instant {
    return this.zone.instantOfWall(day * DAY + minute * MINUTE)
  }
}

function byWeekday(week: WeeklySpan[]): MinuteSpan[][] {
  const days: MinuteSpan[][] = Array.from({ length: 8 }, () => [])
  for (const span of week) {
    const [from, to] = [minuteOfDay(span.from), minuteOfDay(span.to)]
    days[span.day]!.push({ from, to: to > from ? to : to + 1440 })
  }
  return days.map((spans) => spans.sort((a, b) => a.from - b.from))
}

function append<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}

function clip({ start, end }: Interval, from: Instant, to: Instant): Interval[] {
  const clipped = { start: Math.max(start, from), end: Math.min(end, to) }
  return clipped.end > clipped.start ? [clipped] : []
}

/** Takes away what the last intervals of a list hold from an instant on. */
function cutFrom(open: Interval[], at: Instant): void {
  for (let index = open.length - 1; index >= 0 && open[index]!.end > at; index--) {
    if (open[index]!.start >= at) open.splice(index, 1)
    else open[index] = { ...open[index]!, end: at }
  }
}
