import { makeFeed } from '../../../commands/calendarFeed'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    who: 'staff',
    summary: 'Make an address at which a calendar program reads one’s fixed times; the one before ends',
  },
  async ({ desk, caller }) => ({ address: await makeFeed(desk.db, caller.id) }),
)
