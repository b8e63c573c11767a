import type { FactTerms } from '../fact'

/** Whether an agreement covered it then. */
export const equipmentCovered: FactTerms = {
  name: 'equipment covered by an agreement',
  says: { yes: 'an agreement covers its equipment', no: 'no agreement covers its equipment' },
  kind: 'yesNo',
  mayBeEmpty: true,
  known: 'arrival',
  of: (ticket) => ticket.equipment?.covered,
  column: { holds: 'yesNo', at: "(ticket.facts->'equipment'->'covered')::boolean" },
}
