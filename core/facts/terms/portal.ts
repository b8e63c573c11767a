import type { FactTerms } from '../fact'

/** The portal by which it came. */
export const portal: FactTerms = {
  name: 'portal',
  kind: 'choice',
  known: 'arrival',
  values: 'portal',
  of: (ticket) => ticket.portal,
  column: { holds: 'text', at: 'ticket.portal' },
}
