import { changeOf } from '../../../../../../../commands/plans'
import { PlanTaskBody } from '../../../../../../../http/planBodies'
import { defineRoute } from '../../../../../../../http/route'
import { isDutyOf } from '../../../../../../../queries/plans'
import { seenTicket } from '../../../../../../../queries/sight'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary:
      'Tick a task of a plan, leave it out or give it to somebody; of others than the desk only what is theirs',
    body: PlanTaskBody,
  },
  async ({ desk, caller, body, path }) => {
    const { reference, run, task } = path
    // Whoever works on tickets does so with those that they see; what is somebody's own they need not see.
    if (!(await isDutyOf(desk, caller.id, path))) await seenTicket(desk, caller, reference)
    const command = { kind: 'changePlanTask', run, task, change: changeOf(body) } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
