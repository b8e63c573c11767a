import type { FactTerms } from '../fact'

/** Whose work it is. */
export const team: FactTerms = {
  name: 'team',
  kind: 'choice',
  known: 'triage',
  values: 'team',
  of: (ticket) => ticket.team,
  column: { holds: 'text', at: 'ticket.team' },
}
