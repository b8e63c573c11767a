import type { FactTerms } from '../fact'

/** What comes first. */
export const priority: FactTerms = {
  name: 'priority',
  kind: 'choice',
  known: 'triage',
  values: 'priority',
  of: (ticket) => ticket.priority,
  column: { holds: 'text', at: 'ticket.priority' },
}
