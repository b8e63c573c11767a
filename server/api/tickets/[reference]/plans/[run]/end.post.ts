import { EndPlanBody } from '../../../../../http/planBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', run: 'number' },
    summary: 'Call a plan off; what was done stays done',
    body: EndPlanBody,
  },
  async ({ desk, caller, body: { text }, path: { reference, run } }) => {
    const { sequence } = await desk.run(reference, { kind: 'endPlan', run, text }, { person: caller.id })
    return { sequence }
  },
)
