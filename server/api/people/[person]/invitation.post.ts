import { invite } from '../../../commands/access'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: ['addRequesters', 'manageAccess'],
    path: { person: 'text' },
    summary:
      'Send somebody a link by which they choose a password; people of the desk are invited by administrators',
  },
  async ({ desk, caller, path }) => {
    await invite(desk, path.person, caller)
    return {}
  },
)
