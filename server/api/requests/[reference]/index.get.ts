import { languageFor } from '../../../http/language'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number' },
    summary: 'A request of mine, or one of a colleague that I may read',
  },
  async ({ event, desk, caller, path }) => {
    const language = await languageFor(event, desk, caller)
    const page = await requestPage(desk, path.reference, caller.id, language)
    if (!page) throw requesterProblem(404, 'noRequest')
    return page
  },
)
