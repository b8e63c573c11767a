import { defineRoute } from '../../http/route'
import { myRequests } from '../../queries/tickets'

export default defineRoute(
  { who: 'signedIn', summary: 'My own requests, open ones first' },
  ({ desk, caller }) => myRequests(desk, caller.id, 100),
)
