import { defineRoute } from '../../../../http/route'
import { exchangedOn } from '../../../../queries/exchanged'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary:
      'How a ticket is exchanged with partner desks, and what each of the others would be told of it, line by line',
  },
  ({ desk, caller, path: { reference } }) => exchangedOn(desk, reference, caller),
)
