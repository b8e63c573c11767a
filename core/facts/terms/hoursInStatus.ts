import { HOUR } from '../../time'
import { sinceOf, type FactTerms } from '../fact'

/** Of all time. */
export const hoursInStatus: FactTerms = {
  name: 'hours in its status',
  kind: 'number',
  known: 'time',
  of: (ticket, _, now) => (now - sinceOf(ticket)) / HOUR,
  column: { holds: 'number', at: "(ticket.facts->>'statusSince')::bigint", isSince: true },
}
