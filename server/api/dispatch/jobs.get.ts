import { JobsQuery } from '../../http/jobBodies'
import { defineRoute } from '../../http/route'
import { openJobs } from '../../queries/dispatch'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'Jobs that want somebody and a time, whose promise runs out first on top, a page at a time',
    query: JobsQuery,
  },
  ({ desk, caller, query }) => openJobs(desk, caller.id, query),
)
