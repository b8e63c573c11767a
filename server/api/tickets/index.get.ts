import { deskNow } from '../../clock/deskClock'
import { ListQueryBody, readWhich } from '../../http/listQuery'
import { defineRoute } from '../../http/route'
import { sightOf } from '../../queries/sight'
import { listTickets } from '../../queries/ticketList'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'Tickets in a view, a page at a time, with the number in each view',
    query: ListQueryBody,
  },
  async ({ desk, query, caller }) => {
    const about = { now: deskNow(), person: caller.id, role: caller.role, teams: caller.teams }
    const { after, limit } = query
    const [list, counts] = await Promise.all([
      listTickets(desk, { ...readWhich(query), after, limit, ...about }),
      desk.open.counts({ ...about, sight: await sightOf(desk, caller.id) }),
    ])
    return { ...list, counts }
  },
)
