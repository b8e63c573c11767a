import type { FactTerms } from '../fact'

/** Where it waits. */
export const queue: FactTerms = {
  name: 'queue',
  kind: 'choice',
  known: 'triage',
  values: 'queue',
  of: (ticket) => ticket.queue,
  column: { holds: 'text', at: 'ticket.queue' },
}
