import { endFeed } from '../../../commands/calendarFeed'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'staff', summary: 'End the address at which one’s fixed times are read' },
  async ({ desk, caller }) => {
    await endFeed(desk.db, caller.id)
    return {}
  },
)
