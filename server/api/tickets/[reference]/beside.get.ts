import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { besideTicket } from '../../../queries/beside'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary:
      'What stands beside a ticket: articles that fit, tickets like it with why, and what else is open of the same requester and machine',
  },
  async ({ desk, caller, path }) => {
    const beside = await besideTicket(desk, path.reference, caller)
    if (!beside) throw new HttpProblem(404, `There is no ticket ${path.reference}.`)
    return beside
  },
)
