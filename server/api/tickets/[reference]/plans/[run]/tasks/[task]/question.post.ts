import { QuestionBody } from '../../../../../../../http/planBodies'
import { defineRoute } from '../../../../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'Ask the requester something before one says one’s word on an approval',
    body: QuestionBody,
  },
  async ({ desk, caller, body: { text }, path: { reference, run, task } }) => {
    const command = { kind: 'querySeal', run, task, text } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
