import type { FactTerms } from '../fact'

/** What it is about, by the number on its label. */
export const equipment: FactTerms = {
  name: 'number of the equipment',
  kind: 'text',
  known: 'arrival',
  of: (ticket) => ticket.equipment?.number,
  column: { holds: 'text', at: "ticket.facts->'equipment'->>'number'" },
}
