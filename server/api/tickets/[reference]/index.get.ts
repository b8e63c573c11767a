import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { ticketPage } from '../../../queries/tickets'

export default defineRoute(
  { may: 'seeTickets', path: { reference: 'number' }, summary: 'Everything about one ticket' },
  async ({ desk, caller, path }) => {
    const reference = path.reference
    const page = await ticketPage(desk, reference, caller)
    if (!page) throw new HttpProblem(404, `There is no ticket ${reference}.`)
    return page
  },
)
