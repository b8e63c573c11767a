import type { FactTerms } from '../fact'

/** Of which model it is. */
export const equipmentModel: FactTerms = {
  name: 'model of the equipment',
  kind: 'text',
  known: 'arrival',
  of: (ticket) => ticket.equipment && (ticket.equipment.model ?? null),
  column: { holds: 'text', at: "ticket.facts->'equipment'->>'model'" },
}
