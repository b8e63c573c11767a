import { languageFor } from '../../../../../../../http/language'
import { defineRoute } from '../../../../../../../http/route'
import { formShown } from '../../../../../../../queries/linked'
import { isDutyOf } from '../../../../../../../queries/plans'
import { seenTicket } from '../../../../../../../queries/sight'
import { ticketState } from '../../../../../../../queries/ticketState'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', run: 'number', task: 'text' },
    summary: 'The questions that a task of a plan asks, for whoever answers them',
  },
  async ({ event, desk, caller, path }) => {
    if (!(await isDutyOf(desk, caller.id, path))) await seenTicket(desk, caller, path.reference)
    const [state, directory] = await Promise.all([
      ticketState(desk, path.reference),
      desk.knowledge.directory(),
    ])
    const design = await desk.knowledge.editionOf(state)
    const language = await languageFor(event, desk, caller)
    return formShown({ state, design, directory }, { ...path, by: caller.id }, language)
  },
)
