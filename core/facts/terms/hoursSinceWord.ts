import { HOUR } from '../../time'
import type { FactTerms } from '../fact'

/** Of all time. */
export const hoursSinceWord: FactTerms = {
  name: 'hours since the last word',
  kind: 'number',
  known: 'time',
  of: (ticket, _, now) => (now - (ticket.saidAt ?? ticket.loggedAt)) / HOUR,
  column: { holds: 'number', at: "(ticket.facts->>'saidAt')::bigint", isSince: true },
}
