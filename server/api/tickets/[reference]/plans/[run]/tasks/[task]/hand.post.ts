import { HandWordBody } from '../../../../../../../http/planBodies'
import { defineRoute } from '../../../../../../../http/route'
import { isDutyOf } from '../../../../../../../queries/plans'
import { seenTicket } from '../../../../../../../queries/sight'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'Hand an approval on to somebody else, in the place of whoever is asked',
    body: HandWordBody,
  },
  async ({ desk, caller, body: { from, to }, path }) => {
    const { reference, run, task } = path
    // Whoever works on tickets does so with those that they see; what is somebody's own they need not see.
    if (!(await isDutyOf(desk, caller.id, path))) await seenTicket(desk, caller, reference)
    const command = { kind: 'handSeal', run, task, from, to } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
