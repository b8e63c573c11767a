import type { ActionTerms } from '../action'

export interface PlanAction {
  do: 'plan'
  plan: string
}

/** Begins a plan, where it is not under way already. */
export const plan: ActionTerms<PlanAction> = {
  name: 'begin a plan',
  field: { field: 'choice', of: 'plan', key: 'plan', label: 'which plan' },
  fresh: (first) => ({ do: 'plan', plan: first.plan }),
  said: (action, words) => `begin the plan “${words.plan(action.plan)}”`,
  check: (reader, place, action) => reader.refers(place, 'plan', action.plan),
  deed: (hands, action) => hands.beginPlan(action.plan),
}
