import { WordBody } from '../../../../../../../http/planBodies'
import { defineRoute } from '../../../../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'Say yes or no to an approval for which one’s word is asked; it cannot be changed',
    body: WordBody,
  },
  async ({ desk, caller, body: { yes, text = '' }, path: { reference, run, task } }) => {
    const command = { kind: 'saySeal', run, task, yes, text } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
