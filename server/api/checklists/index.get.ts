import { defineRoute } from '../../http/route'
import { keptFor } from '../../queries/checklists'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'The checklists that were kept from tickets: for everybody, and for your teams',
  },
  async ({ desk, caller }) => ({ kept: await keptFor(desk, caller) }),
)
