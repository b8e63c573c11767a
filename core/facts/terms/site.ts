import type { FactTerms } from '../fact'

/** Where its requester is. */
export const site: FactTerms = {
  name: 'site',
  kind: 'choice',
  known: 'arrival',
  values: 'site',
  of: (ticket) => ticket.site,
  column: { holds: 'text', at: 'ticket.site' },
}
