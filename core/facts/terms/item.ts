import type { FactTerms } from '../fact'

/** What was asked for. */
export const item: FactTerms = {
  name: 'catalog item',
  kind: 'choice',
  known: 'arrival',
  values: 'item',
  of: (ticket) => ticket.item,
  column: { holds: 'text', at: 'ticket.item' },
}
