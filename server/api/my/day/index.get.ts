import { DayBody } from '../../../http/jobBodies'
import { defineRoute } from '../../../http/route'
import { fieldDay } from '../../../queries/fieldDay'

export default defineRoute(
  {
    may: 'workTickets',
    summary: 'Your fixed times of three days: where, how to get there, and what has become of each',
    query: DayBody,
  },
  ({ desk, caller, query }) => fieldDay(desk, caller.id, query.day),
)
