import { sinceOf, type FactTerms } from '../fact'

/** When it came into its status. */
export const statusSince: FactTerms = {
  name: 'in its status since',
  kind: 'moment',
  known: 'triage',
  of: (ticket) => sinceOf(ticket),
  column: { holds: 'moment', at: "(ticket.facts->>'statusSince')::bigint" },
}
