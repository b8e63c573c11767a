import type { FactTerms } from '../fact'

/** Whether others follow it just now. */
export const majorIncident: FactTerms = {
  name: 'major incident',
  says: { yes: 'it is a major incident', no: 'it is no major incident' },
  kind: 'yesNo',
  known: 'triage',
  of: (ticket) => ticket.major !== undefined && ticket.major.endedAt === undefined,
  column: { holds: 'yesNo', at: "(ticket.facts->'major')::boolean" },
}
