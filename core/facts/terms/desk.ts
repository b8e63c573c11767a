import type { FactTerms } from '../fact'

/** The desk that its item is asked of, where the installation has several. */
export const desk: FactTerms = {
  name: 'desk',
  kind: 'choice',
  known: 'arrival',
  values: 'desk',
  of: (ticket, design) => design.deskOf(ticket.item) ?? null,
  column: { holds: 'text', at: "ticket.facts->>'desk'" },
}
