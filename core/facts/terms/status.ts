import type { FactTerms } from '../fact'

/** Where it is in the way of its kind. */
export const status: FactTerms = {
  name: 'status',
  kind: 'choice',
  known: 'triage',
  values: 'status',
  of: (ticket) => ticket.status,
  column: { holds: 'text', at: 'ticket.status' },
}
