import { endOne } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'signedIn', path: { id: 'number' }, summary: 'End one of your tokens' },
  async ({ desk, caller, path }) => {
    await endOne(desk.db, caller.id, 'token', path.id)
    return {}
  },
)
