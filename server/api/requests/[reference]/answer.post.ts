import { TextBody } from '../../../http/bodies'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/tickets'

export default defineRoute(
  { who: 'signedIn', summary: 'Answer the desk on one of my own requests', body: TextBody },
  async ({ desk, caller, body, number }) => {
    const reference = number('reference')
    const page = await requestPage(desk, reference, caller.id)
    if (!page) throw new HttpProblem(404, 'You have no request of this number.')
    // What is said to a merged request belongs where it is handled.
    await desk.run(page.mergedInto ?? reference, { kind: 'answer', text: body.text }, { person: caller.id })
    return requestPage(desk, reference, caller.id)
  },
)
