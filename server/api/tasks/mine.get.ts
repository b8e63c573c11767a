import { defineRoute } from '../../http/route'
import { tasksFor } from '../../queries/tasks'

export default defineRoute(
  { may: 'seeTickets', summary: 'The tasks of tickets that are yours by name, or of any of your teams' },
  async ({ desk, caller }) => ({ tasks: await tasksFor(desk, caller) }),
)
