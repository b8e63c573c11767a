import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { openLike } from '../../../queries/beside'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary:
      'Open tickets like a ticket, the most alike first, with the ticket itself at their head: what is answered and ended together',
  },
  async ({ desk, caller, path }) => {
    const rows = await openLike(desk, path.reference, caller)
    if (!rows) throw new HttpProblem(404, `There is no ticket ${path.reference}.`)
    return { rows }
  },
)
