import { said } from '../reason'
import type { Instant, WorkingTime } from '../time'
import type { Clock } from './clock'
import { timeLedger, type TimeLedger } from './ledger'

/**
 * Tries hours out: so much time from a start, and the account of it up to the due moment.
 * @param duration milliseconds of working time
 * @throws NeverOpens when the hours do not hold that much any more
 */
export function trialDue(
  hours: WorkingTime,
  start: Instant,
  duration: number,
): { due: Instant; ledger: TimeLedger } {
  const due = hours.add(start, duration)
  return { due, ledger: timeLedger(trialClock(hours, start, duration), hours, due) }
}

/**
 * The working time between two moments, and the account of it.
 * @throws RangeError when the end lies before the start
 */
export function trialBetween(
  hours: WorkingTime,
  start: Instant,
  end: Instant,
): { duration: number; ledger: TimeLedger } {
  if (end < start) throw new RangeError('the end lies before the start')
  const duration = hours.between(start, end)
  return { duration, ledger: timeLedger(trialClock(hours, start, duration), hours, end) }
}

function trialClock(hours: WorkingTime, start: Instant, granted: number): Clock {
  return {
    target: 'trial',
    label: 'Trial',
    serviceLevel: '',
    calendar: '',
    edition: 0,
    startedAt: start,
    grants: [{ at: start, granted, why: said(`in the hours of ${hours.name}`) }],
    pauses: [],
    stopOn: 'done',
    pauseIn: [],
  }
}
