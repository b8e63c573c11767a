import { defineRoute } from '../http/route'
import { deskGlance } from '../queries/glance'

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'The desk as it stands: what runs out in the next two hours by team, what nobody has, who is there',
  },
  ({ desk, caller }) => deskGlance(desk, caller),
)
