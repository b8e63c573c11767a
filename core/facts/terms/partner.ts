import type { FactTerms } from '../fact'

/** The partner desk that it is exchanged with, or was last; nothing where it never was. */
export const partner: FactTerms = {
  name: 'partner desk',
  kind: 'choice',
  known: 'triage',
  values: 'partner',
  mayBeEmpty: true,
  of: ({ counterparts = [] }) => counterparts.at(-1)?.partner ?? null,
  column: {
    holds: 'text',
    at: '(select partner from partner_ticket where partner_ticket.reference = ticket.reference order by id desc limit 1)',
  },
}
