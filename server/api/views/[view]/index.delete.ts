import { defineRoute } from '../../../http/route'
import { dropView } from '../../../queries/views'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { view: 'number' },
    summary: 'Take a view away; a shared one where your role shares views',
  },
  async ({ desk, caller, path }) => {
    await dropView(desk.db, caller, path.view)
    return {}
  },
)
