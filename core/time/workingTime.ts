import {
  checkCalendar,
  dayNumberOf,
  minuteOfDay,
  type Calendar,
  type CalendarException,
  type DaySpan,
} from './calendar'
import { DAY, type Instant, type Interval } from './instant'
import { difference, normalise, union } from './intervals'
import { Zone } from './zone'

/** A calendar that never opens (again), so that no due moment exists. */
export class NeverOpens extends Error {
  constructor(calendar: string, after: Instant) {
    super(
      `The calendar “${calendar}” does not open after ${new Date(after).toISOString()}; give it working hours`,
    )
    this.name = 'NeverOpens'
  }
}

const BLOCK_DAYS = 366

/**
 * A compiled calendar: sorted open intervals with prefix sums over a stretch of days that grows on
 * demand, so that each question is a few binary searches. All results are exact to the millisecond.
 */
export class WorkingTime {
  readonly zone: Zone
  private readonly exceptions = new Map<number, CalendarException>()
  private readonly byWeekday: { from: number; to: number }[][]
  private readonly lastException: number
  private starts: Instant[] = []
  private ends: Instant[] = []
  /** Open milliseconds before each interval, counted from the first. */
  private before: number[] = []
  private firstDay = 0
  private endDay = 0
  private coverStart: Instant = 0
  private coverEnd: Instant = 0

  /**
   * @throws RangeError with place and reason when `checkCalendar` finds a problem
   */
  constructor(readonly calendar: Calendar) {
    const problem = checkCalendar(calendar)[0]
    if (problem) throw new RangeError(`calendar “${calendar.name}”, ${problem.place}: ${problem.message}`)
    this.zone = Zone.of(calendar.zone)
    this.byWeekday = [1, 2, 3, 4, 5, 6, 7].map((day) =>
      calendar.week
        .filter((span) => span.day === day)
        .map((span) => {
          const from = minuteOfDay(span.from)
          const to = minuteOfDay(span.to)
          return { from, to: to > from ? to : to + 1440 }
        }),
    )
    for (const exception of calendar.exceptions) this.exceptions.set(dayNumberOf(exception.date), exception)
    this.lastException = Math.max(-Infinity, ...this.exceptions.keys())
  }

  /** Whether the calendar is open at an instant. */
  isOpen(at: Instant): boolean {
    this.cover(at, at + 1)
    const index = this.indexAt(at)
    return index >= 0 && at < this.ends[index]!
  }

  /**
   * The next instant after `at` at which the calendar opens or shuts.
   * @returns undefined when it stays as it is for good
   */
  nextChange(at: Instant): Instant | undefined {
    for (let horizon = at + 30 * DAY; ; horizon += BLOCK_DAYS * DAY) {
      this.cover(at, horizon)
      const index = this.indexAt(at)
      if (index >= 0 && at < this.ends[index]!) {
        if (this.ends[index]! < this.coverEnd) return this.ends[index]
      } else if (index + 1 < this.starts.length) return this.starts[index + 1]
      // Weeks repeat: what has not changed in a year without exceptions never will.
      const settled = Math.max(at, this.lastException * DAY) + 2 * BLOCK_DAYS * DAY
      if (horizon > settled) return undefined
    }
  }

  /** The open intervals within a range, clipped to it. */
  openIntervals(from: Instant, to: Instant): Interval[] {
    if (to <= from) return []
    this.cover(from, to)
    const open: Interval[] = []
    for (let i = Math.max(0, this.indexAt(from)); i < this.starts.length && this.starts[i]! < to; i++) {
      const start = Math.max(from, this.starts[i]!)
      const end = Math.min(to, this.ends[i]!)
      if (end > start) open.push({ start, end })
    }
    return open
  }

  /** Open milliseconds from one instant to another; negative when `to` lies before `from`. */
  between(from: Instant, to: Instant): number {
    if (to < from) return -this.between(to, from)
    this.cover(from, to)
    return this.openBefore(to) - this.openBefore(from)
  }

  /**
   * The earliest instant at which `duration` open milliseconds have passed since `from`.
   * A duration of 0 gives `from` itself.
   * @throws NeverOpens when the calendar does not hold that much open time any more
   * @throws RangeError when the duration is negative or not a number
   */
  add(from: Instant, duration: number): Instant {
    if (!(duration >= 0)) throw new RangeError('a duration to add is not negative')
    if (duration === 0) return from
    this.cover(from, from + Math.max(7 * DAY, duration))
    const wanted = () => this.openBefore(from) + duration
    while (this.total() < wanted()) {
      if (this.isPast(this.coverEnd)) throw new NeverOpens(this.calendar.name, from)
      this.cover(from, this.coverEnd + DAY)
    }
    const index = lastAtMost(this.before, wanted(), true)
    return this.starts[index]! + (wanted() - this.before[index]!)
  }

  /** The names of the dated exceptions that shut the calendar somewhere within a range. */
  shutNames(from: Instant, to: Instant): string[] {
    const names: string[] = []
    for (let day = this.zone.dayNumber(from); day <= this.zone.dayNumber(to - 1); day++) {
      const exception = this.exceptions.get(day)
      if (exception?.shut) names.push(exception.name)
    }
    return names
  }

  private isPast(at: Instant): boolean {
    return this.calendar.week.length === 0 && this.zone.dayNumber(at) > this.lastException + 1
  }

  private total(): number {
    const last = this.starts.length - 1
    return last < 0 ? 0 : this.before[last]! + this.ends[last]! - this.starts[last]!
  }

  private openBefore(at: Instant): number {
    const index = this.indexAt(at)
    return index < 0 ? 0 : this.before[index]! + Math.min(at, this.ends[index]!) - this.starts[index]!
  }

  private indexAt(at: Instant): number {
    return lastAtMost(this.starts, at, false)
  }

  private cover(from: Instant, to: Instant): void {
    if (from >= this.coverStart && to < this.coverEnd) return
    const [first, last] = [this.zone.dayNumber(from), this.zone.dayNumber(to) + 1]
    if (this.coverEnd === this.coverStart) {
      this.firstDay = this.endDay = first
      this.coverStart = this.coverEnd = this.midnight(first)
    }
    if (last >= this.endDay) this.extendForward(Math.max(last + 1, this.endDay + BLOCK_DAYS))
    if (first < this.firstDay) this.extendBackward(Math.min(first, this.firstDay - BLOCK_DAYS))
  }

  private extendForward(endDay: number): void {
    const block = this.compile(this.endDay, endDay)
    this.endDay = endDay
    this.coverEnd = this.midnight(endDay)
    this.rebuild([...this.intervals(), ...block])
  }

  private extendBackward(firstDay: number): void {
    const block = this.compile(firstDay, this.firstDay)
    this.firstDay = firstDay
    this.coverStart = this.midnight(firstDay)
    this.rebuild([...block, ...this.intervals()])
  }

  private intervals(): Interval[] {
    return this.starts.map((start, index) => ({ start, end: this.ends[index]! }))
  }

  private rebuild(intervals: Interval[]): void {
    const joined = normalise(intervals)
    this.starts = joined.map((one) => one.start)
    this.ends = joined.map((one) => one.end)
    let sum = 0
    this.before = joined.map((one) => {
      const value = sum
      sum += one.end - one.start
      return value
    })
  }

  /** The open intervals of whole local days; hours of the day before reach over midnight into the first. */
  private compile(firstDay: number, endDay: number): Interval[] {
    const open: Interval[] = []
    for (let day = firstDay - 1; day < endDay; day++)
      for (const span of this.byWeekday[(day + 3 + 7 * 1e6) % 7]!) open.push(this.spanOf(day, span))
    let result = normalise(open)
    for (const [day, exception] of this.exceptions) {
      if (day < firstDay - 1 || day >= endDay) continue
      if (exception.shut) result = difference(result, this.shutSpans(day, exception.shut))
      if (exception.open)
        result = union(
          result,
          exception.open.map((span) => this.daySpan(day, span)),
        )
    }
    const [from, to] = [this.midnight(firstDay), this.midnight(endDay)]
    return result
      .map((one) => ({ start: Math.max(one.start, from), end: Math.min(one.end, to) }))
      .filter((one) => one.end > one.start)
  }

  private shutSpans(day: number, shut: 'all day' | DaySpan[]): Interval[] {
    if (shut === 'all day') return [{ start: this.midnight(day), end: this.midnight(day + 1) }]
    return normalise(shut.map((span) => this.daySpan(day, span)))
  }

  private daySpan(day: number, span: DaySpan): Interval {
    return this.spanOf(day, { from: minuteOfDay(span.from), to: minuteOfDay(span.to) })
  }

  private spanOf(day: number, span: { from: number; to: number }): Interval {
    return { start: this.localInstant(day, span.from), end: this.localInstant(day, span.to) }
  }

  private midnight(day: number): Instant {
    return this.localInstant(day, 0)
  }

  private localInstant(day: number, minute: number): Instant {
    const date = new Date((day + Math.floor(minute / 1440)) * DAY)
    const rest = minute % 1440
    return this.zone.toInstant({
      year: date.getUTCFullYear(),
      month: date.getUTCMonth() + 1,
      day: date.getUTCDate(),
      hour: Math.floor(rest / 60),
      minute: rest % 60,
    })
  }
}

/** The last index whose value is at most `wanted` (strictly below it when `strict`), or −1. */
function lastAtMost(sorted: readonly number[], wanted: number, strict: boolean): number {
  let low = 0
  let high = sorted.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (strict ? sorted[middle]! < wanted : sorted[middle]! <= wanted) low = middle + 1
    else high = middle
  }
  return low - 1
}
