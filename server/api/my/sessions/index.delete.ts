import { endSessions } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'signedIn', summary: 'End all your sessions but this one' },
  async ({ desk, caller }) => ({
    ended: await endSessions(desk.db, caller.id, caller.by === 'session' ? caller.credential : undefined),
  }),
)
