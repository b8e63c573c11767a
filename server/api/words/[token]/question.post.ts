import { QuestionBody } from '../../../http/planBodies'
import { defineRoute } from '../../../http/route'
import { linkedBy } from '../../../queries/linked'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'Ask the requester something before one says one’s word, by the link of a message',
    body: QuestionBody,
  },
  async ({ desk, path, signedIn, body: { text } }) => {
    const { reference, link, actor } = await linkedBy(desk, 'word', path.token, signedIn)
    await desk.run(reference, { kind: 'querySeal', run: link.run, task: link.task, text, link }, actor)
    return {}
  },
)
