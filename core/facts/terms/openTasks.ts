import type { FactTerms } from '../fact'

/** How many tasks are left. */
export const openTasks: FactTerms = {
  name: 'tasks still to do',
  kind: 'number',
  known: 'triage',
  of: (ticket) => (ticket.tasks ?? []).filter((one) => !one.done).length,
  column: { holds: 'number', at: 'ticket.tasks_open' },
}
