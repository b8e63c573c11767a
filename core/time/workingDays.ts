import type { CalendarTime } from './calendarTime'
import { DAY, type Instant } from './instant'

/** The years of which working days are told, the last not among them: what lies beyond is a slip of the pen. */
export const YEARS_TOLD = { from: 2000, to: 2050 } as const
const [FIRST, END] = [Date.UTC(YEARS_TOLD.from, 0, 1) / DAY, Date.UTC(YEARS_TOLD.to, 0, 1) / DAY]

/**
 * The days on which a calendar is open for any time at all, from midnight to midnight in its zone.
 *
 * @example
 * new WorkingDays(officeHours).has(Date.UTC(2026, 11, 25) / DAY) // false on a day that is shut
 */
export class WorkingDays {
  private bounds: number[] | undefined
  private instants: Instant[] | undefined

  constructor(private readonly hours: CalendarTime) {}

  /**
   * Whether a day is one.
   * @param day days from 1970-01-01
   * @returns false outside the years told
   */
  has(day: number): boolean {
    if (!(day >= FIRST && day < END)) return false
    return this.hours.openIntervals(this.midnight(day), this.midnight(day + 1)).length > 0
  }

  /** The day of an instant in the calendar's zone, in days from 1970-01-01. */
  dayOf(at: Instant): number {
    return this.hours.zone.dayNumber(at)
  }

  /** The first instant of a day in the calendar's zone. */
  midnight(day: number): Instant {
    return this.hours.zone.instantOfWall(day * DAY)
  }

  /**
   * Where working days begin and end, in turns: a day is one when the number of bounds up to it is odd.
   * @returns days from 1970-01-01, in order
   */
  get turns(): readonly number[] {
    return (this.bounds ??= this.findTurns())
  }

  /** The same turns as instants, midnights in the calendar's zone. */
  get turnsAt(): readonly Instant[] {
    return (this.instants ??= this.turns.map((day) => this.midnight(day)))
  }

  private findTurns(): number[] {
    const turns: number[] = []
    for (let day = FIRST; day <= END; day++) if (this.has(day) !== (turns.length % 2 === 1)) turns.push(day)
    return turns
  }
}
