import type { FactTerms } from '../fact'

/** When anybody last said anything to the other side. */
export const saidAt: FactTerms = {
  name: 'last word, either way',
  kind: 'moment',
  known: 'triage',
  of: (ticket) => ticket.saidAt ?? ticket.loggedAt,
  column: { holds: 'moment', at: "(ticket.facts->>'saidAt')::bigint" },
}
