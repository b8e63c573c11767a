import type { Clock, ServiceLevel, Target } from '../clock'
import type { Reason } from '../reason'
import type { Instant } from '../time'

/** The hours in which a promise counts. */
export type Hours = Pick<Clock, 'calendar' | 'shift'>

/** What is promised for one target: by a service level, or by a plan for one of its stages. */
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
  /** What promises it, and why so much. */
  why: readonly [Reason, Reason]
}
