import type { FactTerms } from '../fact'

/** Where its requester worked then. */
export const department: FactTerms = {
  name: 'department of the requester',
  kind: 'text',
  known: 'arrival',
  of: (ticket) => ticket.department ?? null,
  column: { holds: 'text', at: "ticket.facts->>'department'" },
}
