import { PlacesQuery } from '../../http/jobBodies'
import { defineRoute } from '../../http/route'
import { placesFor } from '../../queries/dispatch'
import { seenTicket } from '../../queries/sight'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'The best places for a job within two weeks, and why',
    query: PlacesQuery,
  },
  async ({ desk, caller, query }) => {
    await seenTicket(desk, caller, query.reference)
    return placesFor(desk, caller, query)
  },
)
