import { SendBackBody } from '../../../../../http/planBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', run: 'number' },
    summary: 'Enter a stage of a plan again; those after it are shut',
    body: SendBackBody,
  },
  async ({ desk, caller, body: { stage, tasks = [], text }, path: { reference, run } }) => {
    const command = { kind: 'sendPlanBack', run, stage, tasks, text } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
