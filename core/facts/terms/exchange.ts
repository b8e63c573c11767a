import { standsOf } from '../../partner'
import type { FactTerms } from '../fact'

/** How its last exchange with a partner desk stands; nothing where it was never exchanged. */
export const exchange: FactTerms = {
  name: 'exchange with a partner desk',
  kind: 'choice',
  known: 'triage',
  values: 'exchange',
  mayBeEmpty: true,
  of: ({ counterparts = [] }) => {
    const last = counterparts.at(-1)
    return last ? standsOf(last) : null
  },
  column: {
    holds: 'text',
    at: '(select stands from partner_ticket where partner_ticket.reference = ticket.reference order by id desc limit 1)',
  },
}
