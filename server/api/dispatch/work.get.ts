import { BoardQuery } from '../../http/jobBodies'
import { defineRoute } from '../../http/route'
import { workOnBoard } from '../../queries/boardWork'

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'What people do on some days beside their fixed times: what they worked on, and what their benches order',
    query: BoardQuery,
  },
  ({ desk, caller, query }) => workOnBoard(desk, caller, query),
)
