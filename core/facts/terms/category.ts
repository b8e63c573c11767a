import type { FactTerms } from '../fact'

/** Where it stands in the tree of categories. */
export const category: FactTerms = {
  name: 'category',
  kind: 'path',
  known: 'triage',
  values: 'category',
  of: (ticket) => ticket.category,
  column: { holds: 'text', at: 'ticket.category' },
}
