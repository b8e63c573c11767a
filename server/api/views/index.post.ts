import { readCondition } from '../../http/listQuery'
import { defineRoute } from '../../http/route'
import { ViewBody } from '../../http/viewBody'
import { keepView } from '../../queries/views'

export default defineRoute(
  { may: 'seeTickets', summary: 'Keep a view of the Desk', body: ViewBody },
  async ({ desk, caller, body }) => {
    if (body.definition.where) readCondition(JSON.stringify(body.definition.where))
    return { id: await keepView(desk.db, caller, body) }
  },
)
