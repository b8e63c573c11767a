import { endOne } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'signedIn', path: { id: 'number' }, summary: 'End one of your sessions' },
  async ({ desk, caller, path }) => {
    await endOne(desk.db, caller.id, 'session', path.id)
    return {}
  },
)
