import type { Clock, ServiceLevel, Target } from '../clock'
import type { Facts } from '../condition'
import type { Reason } from '../reason'
import type { Instant } from '../time'

/** The hours in which a promise counts. */
export type Hours = Pick<Clock, 'calendar' | 'shift'>

/** What is promised for one target: by a service level, by a plan for one of its stages, or by a partner desk. */
export interface Promised {
  level: Pick<ServiceLevel, 'id' | 'onReopen'>
  target: Target
  /** Milliseconds. */
  granted: number
  hours: Hours
  /** The edition that promises it. */
  edition: number
  /** Since when it counts, where that is known of itself. */
  since?: Instant
  /** What its conditions are asked of, where that is more than the ticket. */
  facts?: Facts
  /** What promises it, and why so much. */
  why: readonly [Reason, Reason]
}
