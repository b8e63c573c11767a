import type { FactTerms } from '../fact'

/** Fault, loan, visit and so on. */
export const kind: FactTerms = {
  name: 'ticket kind',
  kind: 'choice',
  known: 'arrival',
  values: 'kind',
  of: (ticket) => ticket.kind,
  column: { holds: 'text', at: 'ticket.kind' },
}
