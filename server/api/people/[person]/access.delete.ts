import { endAccess } from '../../../commands/endAccess'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'manageAccess',
    path: { person: 'text' },
    summary: 'End every session and token of somebody at once; they can sign in again',
  },
  async ({ desk, path }) => {
    await endAccess(desk.db, path.person)
    return {}
  },
)
