import { defineRoute } from '../../http/route'
import { openSuspicions } from '../../queries/suspicions'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'Sorts of tickets of which more came than chance brings, so that they may have one cause',
  },
  async ({ desk, caller }) => ({ rows: await openSuspicions(desk, caller) }),
)
