import { defineRoute } from '../../../../http/route'
import { TaskOrderBody } from '../../../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Put the tasks of a ticket in another order',
    body: TaskOrderBody,
  },
  async ({ desk, caller, body: { order }, path }) => {
    const { sequence } = await desk.run(path.reference, { kind: 'orderTasks', order }, { person: caller.id })
    return { sequence }
  },
)
