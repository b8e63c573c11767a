import type { FactTerms } from '../fact'

/** What the agreement covers, by its name. */
export const cover: FactTerms = {
  name: 'cover',
  kind: 'choice',
  known: 'arrival',
  values: 'cover',
  of: (ticket) => ticket.cover,
  column: { holds: 'text', at: 'ticket.cover' },
}
