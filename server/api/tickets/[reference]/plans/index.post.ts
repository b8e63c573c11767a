import { PlanBody } from '../../../../http/planBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Begin a plan on a ticket',
    body: PlanBody,
  },
  async ({ desk, caller, body: { plan }, path }) => {
    const { sequence } = await desk.run(path.reference, { kind: 'beginPlan', plan }, { person: caller.id })
    return { sequence }
  },
)
