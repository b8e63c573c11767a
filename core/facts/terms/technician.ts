import type { FactTerms } from '../fact'

/** Who does it. */
export const technician: FactTerms = {
  name: 'technician',
  kind: 'choice',
  known: 'triage',
  values: 'technician',
  of: (ticket) => ticket.technician,
  column: { holds: 'text', at: 'ticket.technician' },
}
