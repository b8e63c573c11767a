import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/tickets'

export default defineRoute(
  { who: 'signedIn', summary: 'One of my own requests' },
  async ({ desk, caller, number }) => {
    const page = await requestPage(desk, number('reference'), caller.id)
    if (!page) throw new HttpProblem(404, 'You have no request of this number.')
    return page
  },
)
