import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { agreementPage } from '../../../queries/intake'

export default defineRoute(
  {
    may: 'logTickets',
    path: { number: 'number' },
    summary: 'An agreement by its number: whether it covers, and for whom it may be asked',
  },
  async ({ desk, path }) => {
    const wanted = path.number
    const { design } = await desk.knowledge.currentEdition()
    const page = agreementPage(wanted, await desk.knowledge.directory(), design.desk.zone)
    if (!page)
      throw new HttpProblem(404, `There is no agreement ${wanted}. Look for the requester by name instead.`)
    return page
  },
)
