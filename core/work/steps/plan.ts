import type { StepTerms } from '../step'

export interface PlanStepOfMove {
  do: 'plan'
  plan: string
}

/** Begins a plan, where it is not under way already. */
export const plan: StepTerms<PlanStepOfMove> = {
  name: 'begin a plan',
  field: { field: 'choice', key: 'plan', label: 'which plan', of: 'plan' },
  fresh: (first) => ({ do: 'plan', plan: first.plan }),
  outlook: (at, step) => {
    const wont = at.whyNoPlan(step.plan)
    return wont ? { wont } : { will: { is: 'stepPlan', plan: step.plan } }
  },
  deed: (at, step) => at.beginPlan(step.plan),
  check: (reader, place, step) => reader.refers(place, 'plan', step.plan),
}
