import { defineRoute } from '../../../http/route'
import { dropView } from '../../../queries/views'

export default defineRoute(
  { who: 'technician', summary: 'Take a view away; leads also shared ones' },
  async ({ desk, caller, number }) => {
    await dropView(desk.db, caller, number('view'))
    return {}
  },
)
