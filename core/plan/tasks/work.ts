import type { TaskTermsOfPlan } from '../plan'
import type { PlanTaskTerms } from '../task'

export interface WorkTask extends TaskTermsOfPlan {
  do: 'work'
}

/** Something that somebody does and ticks off. */
export const work: PlanTaskTerms<WorkTask> = {
  name: 'something to do',
  endedBy: 'doer',
  fresh: () => ({ do: 'work', required: true }),
}
