import { defineRoute } from '../../../../../../../http/route'
import { isDutyOf } from '../../../../../../../queries/plans'
import { seenTicket } from '../../../../../../../queries/sight'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'Try again what another system, or a ticket of its own, has not done for a task of a plan',
  },
  async ({ desk, caller, path }) => {
    const { reference, run, task } = path
    if (!(await isDutyOf(desk, caller.id, path))) await seenTicket(desk, caller, reference)
    const { sequence } = await desk.run(reference, { kind: 'askAgain', run, task }, { person: caller.id })
    return { sequence }
  },
)
