import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { editionPage } from '../../../queries/design'

export default defineRoute(
  {
    who: 'staff',
    path: { number: 'number' },
    summary: 'One edition: the design, and what it changed in words',
  },
  async ({ desk, path }) => {
    const page = await editionPage(desk, path.number)
    if (!page) throw new HttpProblem(404, 'There is no such edition.')
    return page
  },
)
