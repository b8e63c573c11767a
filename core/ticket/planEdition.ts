import type { CompiledDesign } from '../design'
import { canonicalJson } from '../json'
import { isOpen, tasksOf, type Plan } from '../plan'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { planTask, runningPlan, type Followed } from './planFollowed'
import type { TicketState } from './state'
import { personOf } from './work'

/** The plan as the edition of its ticket has it, where that is newer than what is followed, and otherwise. */
export function newerPlan(
  { edition }: Pick<TicketState, 'edition'>,
  design: CompiledDesign,
  { run, plan }: Pick<Followed, 'run' | 'plan'>,
): Plan | undefined {
  const now = run.ended || edition <= run.edition ? undefined : design.findPlan(run.plan)
  return now && canonicalJson(now) !== canonicalJson(plan) ? now : undefined
}

/**
 * A plan under way is followed from here on as the edition of its ticket has it. What is done stays done; what is open and
 * is something else there begins anew, and what is not there any more is no longer to do.
 * @throws Refused where that edition has it just so, or not at all
 */
export function followPlanEdition(
  change: Change,
  { run: id }: Extract<Command, { kind: 'followPlanEdition' }>,
): void {
  personOf(change)
  const { state, design } = change
  const followed = runningPlan(change, id)
  const now = newerPlan(state, design, followed)
  if (!now)
    throw new Refused(
      'conflict',
      `Edition ${state.edition} has nothing else of this plan; it goes on as it is.`,
    )
  const { run, plan } = followed
  const dropped = tasksOf(plan)
    .filter((one) => isOpen(run.tasks[one.id]) && planTask(now, one.id)?.do !== one.do)
    .map((one) => one.id)
  change.enter({
    kind: 'planAdopted',
    run: id,
    name: now.name,
    from: run.edition,
    to: state.edition,
    dropped,
  })
}
