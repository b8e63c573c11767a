import { BoardQuery } from '../../http/jobBodies'
import { defineRoute } from '../../http/route'
import { dispatchBoard } from '../../queries/dispatch'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'Who works when in some days, and what they do at fixed times',
    query: BoardQuery,
  },
  ({ desk, caller, query }) => dispatchBoard(desk, caller.id, query),
)
