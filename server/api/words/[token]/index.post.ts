import { WordBody } from '../../../http/planBodies'
import { defineRoute } from '../../../http/route'
import { linkedBy } from '../../../queries/linked'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'Say yes or no by the link of a message; it can be used once, and the word cannot be changed',
    body: WordBody,
  },
  async ({ desk, path, signedIn, body: { yes, text = '' } }) => {
    const { reference, link, actor } = await linkedBy(desk, 'word', path.token, signedIn)
    await desk.run(reference, { kind: 'saySeal', run: link.run, task: link.task, yes, text, link }, actor)
    return {}
  },
)
