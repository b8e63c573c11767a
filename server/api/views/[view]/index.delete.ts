import { defineRoute } from '../../../http/route'
import { dropView } from '../../../queries/views'

export default defineRoute(
  { may: 'seeTickets', path: { view: 'number' }, summary: 'Take a view away; leads also shared ones' },
  async ({ desk, caller, path }) => {
    await dropView(desk.db, caller, path.view)
    return {}
  },
)
