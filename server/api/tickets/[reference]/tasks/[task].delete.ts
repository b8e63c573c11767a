import { defineRoute } from '../../../../http/route'

export default defineRoute(
  { may: 'workTickets', path: { reference: 'number', task: 'text' }, summary: 'Take a task off a ticket' },
  async ({ desk, caller, path }) => {
    const command = { kind: 'dropTask', id: path.task } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
