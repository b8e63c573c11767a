import { isSettled } from '../../work'
import type { FactTerms, FactTicket } from '../fact'

/** How many tasks are left: those of the ticket, and those of its plans that have begun. */
export const openTaskCount = ({ tasks = [], plans = [] }: Pick<FactTicket, 'tasks' | 'plans'>): number =>
  tasks.filter((one) => !isSettled(one)).length +
  plans
    // What was refused or called off leaves nothing to do.
    .filter(({ ended }) => ended === undefined || ended.how === 'done')
    .reduce((sum, { tasks: begun }) => sum + Object.values(begun).filter((one) => !one.end).length, 0)

/** What is still to do on it. */
export const openTasks: FactTerms = {
  name: 'tasks still to do',
  kind: 'number',
  known: 'triage',
  of: openTaskCount,
  column: { holds: 'number', at: 'ticket.tasks_open' },
}
