import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { arrivalPage } from '../../../queries/arrivals'

export default defineRoute(
  {
    may: 'acceptArrivals',
    path: { reference: 'number' },
    summary: 'A ticket that waits to be accepted: what it lacks, what can be chosen, what is like it',
  },
  async ({ desk, caller, path }) => {
    const reference = path.reference
    const page = await arrivalPage(desk, reference, caller.id)
    if (!page) throw new HttpProblem(404, `Ticket ${reference} is not held in Arrivals, or not any more.`)
    return page
  },
)
