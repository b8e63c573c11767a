import { defineRoute } from '../../../http/route'
import { hasFeed } from '../../../queries/calendarFeed'

export default defineRoute(
  { who: 'staff', summary: 'Whether one’s fixed times are read at an address' },
  async ({ desk, caller }) => ({ has: await hasFeed(desk.db, caller.id) }),
)
