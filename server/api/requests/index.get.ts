import { languageFor } from '../../http/language'
import { defineRoute } from '../../http/route'
import { myRequests } from '../../queries/tickets'

export default defineRoute(
  { who: 'signedIn', summary: 'My own requests, open ones first' },
  async ({ event, desk, caller }) => myRequests(desk, caller.id, 100, await languageFor(event, desk, caller)),
)
