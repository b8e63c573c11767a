import { DAY, type Instant } from './instant'

/** A local date and time of day without a zone, as a calendar on the wall shows it. */
export interface LocalTime {
  year: number
  /** 1–12 */
  month: number
  day: number
  hour: number
  minute: number
}

interface Change {
  at: Instant
  offset: number
}

// No zone has changed its offset twice within five days since 1970, so two samples that far apart
// enclose at most one change (Ramadan pauses of summer time last about thirty days).
const STEP = 5 * DAY

/**
 * The offsets of one IANA zone. Asking `Intl` is slow, so the changes of each year are found once
 * by bisection and kept; afterwards an offset is a binary search.
 */
export class Zone {
  private static readonly known = new Map<string, Zone>()
  private readonly format: Intl.DateTimeFormat
  private readonly years = new Map<number, Change[]>()
  /** The stretch of one offset that was asked for last. */
  private steady = { from: 0, to: 0, offset: 0 }

  private constructor(readonly name: string) {
    this.format = new Intl.DateTimeFormat('en-US', {
      timeZone: name,
      hourCycle: 'h23',
      era: 'short',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    })
  }

  /**
   * @param name an IANA zone such as `Europe/Oslo`
   * @throws RangeError when this machine's time zone data does not know it
   */
  static of(name: string): Zone {
    let zone = Zone.known.get(name)
    if (!zone) {
      try {
        zone = new Zone(name)
      } catch {
        throw new RangeError(`“${name}” is not a time zone; write it like Europe/London`)
      }
      Zone.known.set(name, zone)
    }
    return zone
  }

  static exists(name: string): boolean {
    try {
      Zone.of(name)
      return true
    } catch {
      return false
    }
  }

  /** Local time minus UTC at an instant, in milliseconds. */
  offsetAt(instant: Instant): number {
    if (instant >= this.steady.from && instant < this.steady.to) return this.steady.offset
    const changes = this.changesOf(new Date(instant).getUTCFullYear())
    let index = changes.length - 1
    while (index > 0 && changes[index]!.at > instant) index--
    const { at, offset } = changes[index]!
    const to = changes[index + 1]?.at ?? Date.UTC(new Date(instant).getUTCFullYear() + 1, 0, 1)
    this.steady = { from: at, to, offset }
    return offset
  }

  /**
   * The instant of a local time. After RFC 5545 §3.3.5: a time that does not exist takes the offset
   * before the gap, one that occurs twice is the first.
   */
  toInstant(local: LocalTime): Instant {
    return this.instantOfWall(Date.UTC(local.year, local.month - 1, local.day, local.hour, local.minute))
  }

  /**
   * The instant of a local time that is given as if its zone were UTC; see `toInstant`.
   * @param wall milliseconds from 1970-01-01T00:00 on the wall
   */
  instantOfWall(wall: number): Instant {
    const { from, to, offset } = this.steady
    // Most questions lie well within the stretch of the last one: no change is near.
    if (wall - DAY >= from && wall + DAY < to) return wall - offset
    const before = this.offsetAt(wall - DAY)
    const after = this.offsetAt(wall + DAY)
    const first = wall - Math.max(before, after)
    if (before === after) return first
    if (this.offsetAt(first) === Math.max(before, after)) return first
    const second = wall - Math.min(before, after)
    return this.offsetAt(second) === Math.min(before, after) ? second : wall - before
  }

  /** The local date and time of an instant; seconds are dropped. */
  toLocal(instant: Instant): LocalTime {
    const wall = new Date(instant + this.offsetAt(instant))
    return {
      year: wall.getUTCFullYear(),
      month: wall.getUTCMonth() + 1,
      day: wall.getUTCDate(),
      hour: wall.getUTCHours(),
      minute: wall.getUTCMinutes(),
    }
  }

  /** The number of days from 1970-01-01 to the local date of an instant. */
  dayNumber(instant: Instant): number {
    return Math.floor((instant + this.offsetAt(instant)) / DAY)
  }

  private changesOf(year: number): Change[] {
    let changes = this.years.get(year)
    if (!changes) {
      changes = this.findChanges(Date.UTC(year, 0, 1), Date.UTC(year + 1, 0, 1))
      this.years.set(year, changes)
    }
    return changes
  }

  private findChanges(from: Instant, to: Instant): Change[] {
    const changes: Change[] = [{ at: from, offset: this.ask(from) }]
    for (let start = from; start < to; start += STEP) {
      const end = Math.min(start + STEP, to)
      const previous = changes[changes.length - 1]!.offset
      const offset = this.ask(end)
      if (offset !== previous) changes.push({ at: this.bisect(start, end, previous), offset })
    }
    return changes
  }

  private bisect(start: Instant, end: Instant, offsetAtStart: number): Instant {
    let [low, high] = [start, end]
    while (high - low > 1000) {
      const middle = Math.floor((low + high) / 2000) * 1000
      if (this.ask(middle) === offsetAtStart) low = middle
      else high = middle
    }
    return high
  }

  private ask(instant: Instant): number {
    const part: Record<string, string> = {}
    for (const { type, value } of this.format.formatToParts(instant)) part[type] = value
    const wall = Date.UTC(
      Number(part.year),
      Number(part.month) - 1,
      Number(part.day),
      Number(part.hour),
      Number(part.minute),
      Number(part.second),
    )
    return wall - Math.floor(instant / 1000) * 1000
  }
}
