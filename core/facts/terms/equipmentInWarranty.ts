import type { FactTerms } from '../fact'

/** Whether it was in warranty then. */
export const equipmentInWarranty: FactTerms = {
  name: 'equipment in warranty',
  says: { yes: 'its equipment is in warranty', no: 'its equipment is out of warranty' },
  kind: 'yesNo',
  mayBeEmpty: true,
  known: 'arrival',
  of: (ticket) => ticket.equipment?.inWarranty,
  column: { holds: 'yesNo', at: "(ticket.facts->'equipment'->'inWarranty')::boolean" },
}
