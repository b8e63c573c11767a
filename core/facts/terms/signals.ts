import type { FactTerms } from '../fact'

/** How often a monitor has reported it, the first time included. */
export const signals: FactTerms = {
  name: 'times its signal came',
  kind: 'number',
  known: 'triage',
  of: (ticket) => ticket.signal?.count ?? 0,
  column: { holds: 'number', at: "(ticket.facts->>'signals')::int" },
}
