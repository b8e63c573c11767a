import type { FactTerms } from '../fact'

/** Whether it was in warranty then. */
export const equipmentInWarranty: FactTerms = {
  name: 'equipment is in warranty',
  kind: 'yesNo',
  known: 'arrival',
  of: (ticket) => ticket.equipment?.inWarranty,
  column: { holds: 'yesNo', at: "(ticket.facts->'equipment'->'inWarranty')::boolean" },
}
