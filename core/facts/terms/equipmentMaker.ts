import type { FactTerms } from '../fact'

/** Who made what it is about. */
export const equipmentMaker: FactTerms = {
  name: 'maker of the equipment',
  kind: 'text',
  known: 'arrival',
  of: (ticket) => ticket.equipment && (ticket.equipment.maker ?? null),
  column: { holds: 'text', at: "ticket.facts->'equipment'->>'maker'" },
}
