import { languageFor } from '../../http/language'
import { defineRoute } from '../../http/route'
import { dutiesOf } from '../../queries/plans'

export default defineRoute(
  {
    who: 'signedIn',
    summary:
      'What there is to do in plans for whoever asks: tasks of theirs and of their teams, and approvals',
  },
  async ({ event, desk, caller }) => ({
    duties: await dutiesOf(desk, caller, await languageFor(event, desk, caller)),
  }),
)
