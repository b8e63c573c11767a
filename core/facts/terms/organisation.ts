import type { FactTerms } from '../fact'

/** Whose it is. */
export const organisation: FactTerms = {
  name: 'organisation',
  kind: 'choice',
  known: 'arrival',
  values: 'organisation',
  of: (ticket) => ticket.organisation,
  column: { holds: 'text', at: 'ticket.organisation' },
}
