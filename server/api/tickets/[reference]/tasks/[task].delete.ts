import { getRouterParam } from 'h3'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Take a task off a ticket' },
  async ({ event, desk, caller, number }) => {
    const command = { kind: 'dropTask', id: getRouterParam(event, 'task') ?? '' } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
