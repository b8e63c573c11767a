import type { FactTerms } from '../fact'

/** How much it hinders. */
export const impact: FactTerms = {
  name: 'impact',
  kind: 'choice',
  known: 'triage',
  values: 'grade',
  of: (ticket) => ticket.impact,
  column: { holds: 'text', at: "ticket.facts->>'impact'" },
}
