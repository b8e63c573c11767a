import type { FactTerms } from '../fact'

/** When it came. */
export const loggedAt: FactTerms = {
  name: 'logged',
  kind: 'moment',
  known: 'arrival',
  of: (ticket) => ticket.loggedAt,
  column: { holds: 'moment', at: 'ticket.logged_at' },
}
