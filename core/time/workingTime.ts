import { DAY, type Instant, type Interval } from './instant'

/** Hours that never open (again), so that no due moment exists. */
export class NeverOpens extends Error {
  constructor(name: string, after: Instant) {
    super(
      `The calendar “${name}” does not open after ${new Date(after).toISOString()}; give it working hours`,
    )
    this.name = 'NeverOpens'
  }
}

const YEAR = 366 * DAY
/** More compiled years than this are not kept; the part nearest to the question stays. */
const KEEP = 14 * YEAR
/** A question this far from what is compiled starts anew instead of filling the gap. */
const FAR = 4 * YEAR

/** A stretch without opening is believed to be for good after this: yearly rules come round sooner. */
const FOR_GOOD = 12 * YEAR

/**
 * Open hours, compiled into sorted intervals with prefix sums over a stretch of time that grows on demand, so that
 * each question is a few binary searches. All results are exact to the millisecond; intervals are half-open.
 */
export abstract class WorkingTime {
  private starts = new Float64Array(0)
  private ends = new Float64Array(0)
  /** Open milliseconds before each interval, counted from the first. */
  private before = new Float64Array(0)
  private total = 0
  private coverStart: Instant = 0
  private coverEnd: Instant = 0

  abstract readonly name: string

  protected abstract readonly settledFrom: Instant

  /** The open intervals within a range, sorted, disjoint, clipped to it. */
  protected abstract compile(from: Instant, to: Instant): Interval[]

  /** The names of what shuts the hours somewhere within a range, such as holidays. */
  abstract shutNames(from: Instant, to: Instant): string[]

  /** After this instant the hours repeat themselves year after year. */
  get settled(): Instant {
    return this.settledFrom
  }

  /** Whether it is open at an instant. */
  isOpen(at: Instant): boolean {
    this.cover(at, at + 1)
    const index = this.indexAt(at)
    return index >= 0 && at < this.ends[index]!
  }

  /**
   * The next instant after `at` at which it opens or shuts.
   * @returns undefined when it stays as it is for good
   */
  nextChange(at: Instant): Instant | undefined {
    const settled = Math.max(at, this.settledFrom) + FOR_GOOD
    for (let horizon = at + 30 * DAY; ; horizon += YEAR) {
      this.cover(at, horizon)
      const index = this.indexAt(at)
      if (index >= 0 && at < this.ends[index]!) {
        if (this.ends[index]! < this.coverEnd) return this.ends[index]
      } else if (index + 1 < this.starts.length) return this.starts[index + 1]
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
   * @throws NeverOpens when there is not that much open time any more
   * @throws RangeError when the duration is negative or not a number
   */
  add(from: Instant, duration: number): Instant {
    refuseNegative(duration)
    if (duration === 0) return from
    if (from < this.coverStart || from >= this.coverEnd) this.cover(from, from + 1)
    let wanted = this.openBefore(from) + duration
    if (wanted > this.total) wanted = this.coverForward(from, duration)
    const index = lastBelow(this.before, wanted)
    return this.starts[index]! + (wanted - this.before[index]!)
  }

  /**
   * The latest instant from which `duration` open milliseconds pass until `from`.
   * A duration of 0 gives `from` itself.
   * @throws NeverOpens when there was not that much open time before
   * @throws RangeError when the duration is negative or not a number
   */
  subtract(from: Instant, duration: number): Instant {
    refuseNegative(duration)
    if (duration === 0) return from
    this.cover(from, from + 1)
    let wanted = this.openBefore(from) - duration
    for (let years = 1; wanted < 0; years *= 2) {
      if (years > 512) throw new NeverOpens(this.name, from)
      this.cover(from - duration - years * YEAR, from + 1)
      wanted = this.openBefore(from) - duration
    }
    const index = lastAtMost(this.before, wanted)
    return this.starts[index]! + (wanted - this.before[index]!)
  }

  /** Compiled milliseconds of time and bytes held, for figures. */
  get size(): { covered: number; bytes: number } {
    return { covered: this.coverEnd - this.coverStart, bytes: 3 * this.starts.byteLength }
  }

  /** Covers as much as is needed to add; gives the wanted sum, counted in the coverage as it then is. */
  private coverForward(from: Instant, duration: number): number {
    this.cover(from, from + duration + 30 * DAY)
    let wanted = this.openBefore(from) + duration
    while (this.total < wanted) {
      const last = this.starts.length ? this.ends[this.ends.length - 1]! : from
      if (this.coverEnd > Math.max(last, from, this.settledFrom) + FOR_GOOD)
        throw new NeverOpens(this.name, from)
      this.cover(from, this.coverEnd + YEAR)
      wanted = this.openBefore(from) + duration
    }
    return wanted
  }

  private openBefore(at: Instant): number {
    const index = this.indexAt(at)
    return index < 0 ? 0 : this.before[index]! + Math.min(at, this.ends[index]!) - this.starts[index]!
  }

  private indexAt(at: Instant): number {
    return lastAtMost(this.starts, at)
  }

  /** Sees to it that a range is compiled. */
  private cover(from: Instant, to: Instant): void {
    if (from >= this.coverStart && to < this.coverEnd) return
    const isFar = from > this.coverEnd + FAR || to < this.coverStart - FAR
    if (this.coverEnd === this.coverStart || isFar) this.set(from - 30 * DAY, Math.max(to + DAY, from + YEAR))
    if (to >= this.coverEnd) this.extend(this.coverStart, Math.max(to + DAY, this.coverEnd + YEAR))
    if (from < this.coverStart) this.extend(Math.min(from - DAY, this.coverStart - YEAR), this.coverEnd)
    if (this.coverEnd - this.coverStart > Math.max(KEEP, 2 * (to - from))) this.dropFarFrom(from, to)
  }

  private set(start: Instant, end: Instant): void {
    this.keep(this.compile(start, end), start, end)
  }

  private extend(start: Instant, end: Instant): void {
    const before = start < this.coverStart ? this.compile(start, this.coverStart) : []
    const after = end > this.coverEnd ? this.compile(this.coverEnd, end) : []
    this.keep([...before, ...this.intervals(this.coverStart, this.coverEnd), ...after], start, end)
  }

  private dropFarFrom(from: Instant, to: Instant): void {
    const start = Math.max(this.coverStart, from - KEEP / 4)
    const end = Math.min(this.coverEnd, to + KEEP / 4)
    this.keep(this.intervals(start, end), start, end)
  }

  private intervals(from: Instant, to: Instant): Interval[] {
    const list: Interval[] = []
    this.starts.forEach((start, index) => {
      const one = { start: Math.max(from, start), end: Math.min(to, this.ends[index]!) }
      if (one.end > one.start) list.push(one)
    })
    return list
  }

  private keep(intervals: Interval[], coverStart: Instant, coverEnd: Instant): void {
    const joined: Interval[] = []
    for (const one of intervals) {
      const last = joined[joined.length - 1]
      if (last && one.start <= last.end) last.end = Math.max(last.end, one.end)
      else joined.push({ ...one })
    }
    this.starts = Float64Array.from(joined, (one) => one.start)
    this.ends = Float64Array.from(joined, (one) => one.end)
    this.total = 0
    this.before = Float64Array.from(joined, (one) => {
      const value = this.total
      this.total += one.end - one.start
      return value
    })
    this.coverStart = coverStart
    this.coverEnd = coverEnd
  }
}

function refuseNegative(duration: number): void {
  if (!(duration >= 0)) throw new RangeError('a duration to add or subtract is not negative')
}

/** The last index whose value is at most `wanted`, or −1. */
function lastAtMost(sorted: Float64Array, wanted: number): number {
  let low = 0
  let high = sorted.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]! <= wanted) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** The last index whose value is below `wanted`, or −1. */
function lastBelow(sorted: Float64Array, wanted: number): number {
  let low = 0
  let high = sorted.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]! < wanted) low = middle + 1
    else high = middle
  }
  return low - 1
}
