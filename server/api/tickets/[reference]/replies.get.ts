import { savedRepliesFor } from '../../../queries/ticketWork'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'Saved replies, filled in for a ticket, and checklists that can be added',
  },
  async ({ desk, caller, path }) => {
    const found = await savedRepliesFor(desk, path.reference, caller)
    if (!found) throw new HttpProblem(404, `There is no ticket ${path.reference}.`)
    return found
  },
)
