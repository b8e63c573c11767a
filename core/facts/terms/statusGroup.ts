import type { FactTerms } from '../fact'

/** New, active, waiting or done. */
export const statusGroup: FactTerms = {
  name: 'group of the status',
  kind: 'choice',
  known: 'triage',
  values: 'statusGroup',
  of: (ticket, design) => design.groupOf(ticket.kind, ticket.status),
  column: { holds: 'text', at: 'ticket.status_group' },
}
