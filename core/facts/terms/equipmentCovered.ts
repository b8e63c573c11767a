import type { FactTerms } from '../fact'

/** Whether an agreement covered it then. */
export const equipmentCovered: FactTerms = {
  name: 'equipment is covered by an agreement',
  kind: 'yesNo',
  known: 'arrival',
  of: (ticket) => ticket.equipment?.covered,
  column: { holds: 'yesNo', at: "(ticket.facts->'equipment'->'covered')::boolean" },
}
