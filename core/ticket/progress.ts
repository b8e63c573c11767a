import type { CompiledDesign } from '../design'
import { ticketFacts } from '../facts'
import { planProgress } from '../plan'
import { isSettled } from '../work'
import { followedPlans } from './planFollowed'
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
  const facts = ticketFacts(whole, design, state.changedAt)
  for (const { run, plan } of followedPlans(whole, design)) {
    if (run.ended && run.ended.how !== 'done') continue
    const { all, settled } = planProgress(plan, run, { facts })
    sum.done += settled
    sum.all += all
  }
  return sum
}
