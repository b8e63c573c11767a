import { accessOf } from '../../commands/access'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'signedIn', summary: 'Where you are signed in, and your tokens' },
  ({ desk, caller }) => accessOf(desk.db, caller.id, caller.credential),
)
