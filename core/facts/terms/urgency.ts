import type { FactTerms } from '../fact'

/** How soon it is needed. */
export const urgency: FactTerms = {
  name: 'urgency',
  kind: 'choice',
  known: 'triage',
  values: 'grade',
  of: (ticket) => ticket.urgency,
  column: { holds: 'text', at: "ticket.facts->>'urgency'" },
}
