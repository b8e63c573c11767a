import type { FactTerms } from '../fact'

/** Where it came from: with the status it is in, “changed from … to …”. */
export const statusBefore: FactTerms = {
  name: 'status before',
  kind: 'choice',
  known: 'triage',
  values: 'status',
  mayBeEmpty: true,
  of: (ticket) => ticket.statuses.at(-2)?.status ?? null,
  column: { holds: 'text', at: "ticket.facts->>'statusBefore'" },
}
