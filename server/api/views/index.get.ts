import { defineRoute } from '../../http/route'
import { viewsOf } from '../../queries/views'

export default defineRoute(
  { may: 'seeTickets', summary: 'Your views of the Desk and those that are shared' },
  ({ desk, caller }) => viewsOf(desk.db, caller.id),
)
