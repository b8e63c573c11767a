import { holds, type Condition } from '../../condition'
import type { DayOf } from '../day'
import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

export interface WaitTask extends TaskTermsOfPlan {
  do: 'wait'
  /** A day that is answered has come, or something holds: both where both are said. */
  until?: DayOf
  holds?: Condition
}

/** Nothing is done until a day has come or something is so. */
export const wait: PlanTaskTerms<WaitTask> = {
  name: 'a wait',
  endedBy: 'desk',
  fresh: () => ({ do: 'wait', required: true }),
  isOver: ({ until, holds: condition }, at) => {
    const moment = until && at.momentOf(until)
    if (until && (moment === undefined || moment > at.now)) return false
    return condition === undefined ? until !== undefined : holds(condition, at.facts)
  },
  // Where the day is not all, whatever changes what holds is looked at then.
  over: ({ until, holds: condition }, at) =>
    until && (condition === undefined || holds(condition, at.facts)) ? at.momentOf(until) : undefined,
  check: (reader, place, { until, holds: condition }) => {
    if (until) reader.day(place, until)
    reader.condition(place, condition)
    if (!until && !condition)
      reader.error(place, 'waitForNothing', 'waits for nothing that could come; choose a day or a condition')
  },
}
