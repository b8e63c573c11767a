import type { FactTerms } from '../fact'

/** Who asked for it. */
export const requester: FactTerms = {
  name: 'requester',
  kind: 'choice',
  known: 'arrival',
  values: 'requester',
  of: (ticket) => ticket.requester,
  column: { holds: 'text', at: 'ticket.requester' },
}
