import { defineRoute } from '../../../../http/route'
import { TaskChangeBody } from '../../../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', task: 'text' },
    summary: 'Tick a task, or change what it says',
    body: TaskChangeBody,
  },
  async ({ desk, caller, body: { done, text, due, person }, path }) => {
    const id = path.task
    const command = { kind: 'changeTask', id, change: { done, text, due, person } } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
