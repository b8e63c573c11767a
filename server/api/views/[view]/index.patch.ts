import { readCondition } from '../../../http/listQuery'
import { defineRoute } from '../../../http/route'
import { ViewBody } from '../../../http/viewBody'
import { changeView } from '../../../queries/views'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { view: 'number' },
    summary: 'Change a view of yours; leads also change shared ones',
    body: ViewBody,
  },
  async ({ desk, caller, body, path }) => {
    if (body.definition.where) readCondition(JSON.stringify(body.definition.where))
    await changeView(desk.db, caller, path.view, body)
    return {}
  },
)
