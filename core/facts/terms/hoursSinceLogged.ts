import { HOUR } from '../../time'
import type { FactTerms } from '../fact'

/** Of all time. */
export const hoursSinceLogged: FactTerms = {
  name: 'hours since it was logged',
  kind: 'number',
  known: 'time',
  of: (ticket, _, now) => (now - ticket.loggedAt) / HOUR,
  column: { holds: 'number', at: 'ticket.logged_at', isSince: true },
}
