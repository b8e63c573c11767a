import type { CompiledDesign } from '../design'
import { planView } from '../plan'
import { isSettled } from '../work'
import { followedPlans, planTime } from './planFollowed'
import type { TicketState } from './state'

/**
 * How much of what is to do on a ticket is settled: its tasks, and those of its plans, begun or not. What was refused or
 * called off counts for nothing.
 */
export function progressOf(
  state: Omit<TicketState, 'because'>,
  design: CompiledDesign,
): { done: number; all: number } {
  const tasks = state.tasks ?? []
  const sum = { done: tasks.filter(isSettled).length, all: tasks.length }
  if (!state.plans?.length) return sum
  const whole: TicketState = { ...state, because: {} }
  for (const followed of followedPlans(whole, design)) {
    const { run, plan } = followed
    if (run.ended && run.ended.how !== 'done') continue
    const { all, settled } = planView(plan, run, planTime(whole, design, followed, state.changedAt))
    sum.done += settled
    sum.all += all
  }
  return sum
}
