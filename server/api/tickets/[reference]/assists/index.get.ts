import { defineRoute } from '../../../../http/route'
import { assistsOn } from '../../../../queries/assist'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary:
      'The assist sessions of a ticket: the one that goes on, those that are over, and what can be asked for',
  },
  ({ desk, path: { reference } }) => assistsOn(desk, reference),
)
