import { fillByLink } from '../../commands/forms'
import { FormAnswersBody } from '../../http/planBodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'Answer the questions that the link of a message leads to; a link can be used once',
    body: FormAnswersBody,
  },
  async ({ desk, path, signedIn, body: { answers } }) => {
    await fillByLink(desk, path.token, signedIn, answers)
    return {}
  },
)
