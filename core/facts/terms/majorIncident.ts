import type { FactTerms } from '../fact'

/** Whether others follow it just now. */
export const majorIncident: FactTerms = {
  name: 'is a major incident',
  kind: 'yesNo',
  known: 'triage',
  of: (ticket) => ticket.major !== undefined && ticket.major.endedAt === undefined,
  column: { holds: 'yesNo', at: "(ticket.facts->'major')::boolean" },
}
