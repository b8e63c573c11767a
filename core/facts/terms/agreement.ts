import type { FactTerms } from '../fact'

/** By which it was asked for. */
export const agreement: FactTerms = {
  name: 'number of the agreement',
  kind: 'text',
  known: 'arrival',
  of: (ticket) => (ticket.agreement === null ? null : String(ticket.agreement)),
  column: { holds: 'text', at: "ticket.facts->>'agreement'" },
}
