import { getRouterParam } from 'h3'
import { defineRoute } from '../../../../http/route'
import { TaskChangeBody } from '../../../../http/taskBodies'

export default defineRoute(
  { who: 'technician', summary: 'Tick a task, or change what it says', body: TaskChangeBody },
  async ({ event, desk, caller, body: { done, text, due, person }, number }) => {
    const id = getRouterParam(event, 'task') ?? ''
    const command = { kind: 'changeTask', id, change: { done, text, due, person } } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
