import { HOUR, type Instant, type Interval } from '../time'
import { GRID } from './slots'

/** A moment that is written above a board, and where. */
export interface Mark {
  at: Instant
  /** From 0 at its left edge to 1 at its right. */
  x: number
}

/**
 * Where moments lie on a board of days side by side, of each of which the same hours are in sight.
 * @example new BoardScale([{ start, end }], 6, 22).x(start + 14 * HOUR) // 0.5
 */
export class BoardScale {
  /** What of each day is in sight. */
  readonly windows: readonly Interval[]

  /**
   * @param days each from its beginning to its end, which may lie 23 or 25 hours apart
   * @param from the first hour in sight, counted from the beginning of the day
   * @param to the hour at which it ends, at most 24
   */
  constructor(
    readonly days: readonly Interval[],
    from: number,
    to: number,
  ) {
    this.windows = days.map(({ start, end }) => ({
      start: start + from * HOUR,
      // A day of 25 hours ends with its last one, where the end of days is in sight.
      end: to >= 24 ? end : start + to * HOUR,
    }))
  }

  /** Where a moment lies, from 0 to 1; what is out of sight lies at the edge that is next to it. */
  x(at: Instant): number {
    const count = this.windows.length
    const day = this.windows.findIndex((one, index) => at < (this.windows[index + 1]?.start ?? Infinity))
    const { start, end } = this.windows[Math.max(0, day)] ?? { start: 0, end: 1 }
    const within = Math.min(1, Math.max(0, (at - start) / (end - start)))
    return count ? (Math.max(0, day) + within) / count : 0
  }

  /** The moment at a place on the board, at the quarter of an hour that is nearest. */
  at(x: number): Instant {
    const count = this.windows.length
    const place = Math.min(Math.max(0, x), 1 - 1e-9) * count
    const { start, end } = this.windows[Math.floor(place)] ?? { start: 0, end: 0 }
    const exact = start + (place - Math.floor(place)) * (end - start)
    return Math.round(exact / GRID) * GRID
  }

  /** From where to where something lies, as shares; nothing where none of it is in sight. */
  span({ start, end }: Interval): { x: number; width: number } | undefined {
    if (!this.windows.some((one) => one.start < end && start < one.end)) return undefined
    const x = this.x(start)
    return { x, width: this.x(end) - x }
  }

  /** The hours that are written above it. @param every one of so many hours */
  hours(every: number): Mark[] {
    return this.windows.flatMap(({ start, end }) => {
      const marks: Mark[] = []
      for (let at = start; at < end; at += every * HOUR) marks.push({ at, x: this.x(at) })
      return marks
    })
  }
}
