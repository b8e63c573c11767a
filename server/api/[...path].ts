import { HttpProblem } from '../http/problem'
import { defineRoute } from '../http/route'

export default defineRoute({ who: 'anyone', summary: 'Anything else' }, ({ event }) => {
  throw new HttpProblem(
    404,
    `There is nothing at ${event.method} ${event.path}; /api/openapi.json lists what there is.`,
  )
})
