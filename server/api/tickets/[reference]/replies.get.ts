import { savedRepliesFor } from '../../../queries/ticketWork'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Saved replies, filled in for a ticket, and checklists that can be added' },
  async ({ desk, caller, number }) => {
    const found = await savedRepliesFor(desk, number('reference'), caller)
    if (!found) throw new HttpProblem(404, `There is no ticket ${number('reference')}.`)
    return found
  },
)
