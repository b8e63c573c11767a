import { languageFor } from '../../../http/language'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/tickets'

export default defineRoute(
  { who: 'signedIn', path: { reference: 'number' }, summary: 'One of my own requests' },
  async ({ event, desk, caller, path }) => {
    const language = await languageFor(event, desk, caller)
    const page = await requestPage(desk, path.reference, caller.id, language)
    if (!page) throw requesterProblem(404, 'noRequest')
    return page
  },
)
