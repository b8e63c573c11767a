import { fillByPerson } from '../../../../../../../commands/forms'
import { FormAnswersBody } from '../../../../../../../http/planBodies'
import { defineRoute } from '../../../../../../../http/route'
import { isDutyOf } from '../../../../../../../queries/plans'
import { seenTicket } from '../../../../../../../queries/sight'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'Answer the questions of a task of a plan: as whoever is asked, or in their place',
    body: FormAnswersBody,
  },
  async ({ desk, caller, body: { answers }, path: { reference, run, task } }) => {
    if (!(await isDutyOf(desk, caller.id, { reference, run, task })))
      await seenTicket(desk, caller, reference)
    return fillByPerson(desk, caller.id, reference, { run, task, answers })
  },
)
