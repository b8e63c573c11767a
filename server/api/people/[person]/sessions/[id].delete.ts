import { endOne } from '../../../../commands/access'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { may: 'manageAccess', path: { person: 'text', id: 'number' }, summary: 'End a session of somebody' },
  async ({ desk, path }) => {
    await endOne(desk.db, path.person, 'session', path.id)
    return {}
  },
)
