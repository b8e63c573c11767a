import { Refused } from '../../../../../core/ticket'
import { defineRoute } from '../../../../http/route'
import { TasksBody } from '../../../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Add tasks to a ticket, or a checklist',
    body: TasksBody,
  },
  async ({ desk, caller, body: { tasks = [], checklist }, path }) => {
    const { design } = await desk.knowledge.currentEdition()
    const list = design.checklists.find((one) => one.id === checklist)
    if (checklist !== undefined && !list)
      throw new Refused('invalid', 'There is no such checklist.', [
        { field: 'checklist', message: 'choose one of the edition in force' },
      ])
    const command = {
      kind: 'addTasks',
      tasks: list ? list.tasks : tasks,
      ...(list && { checklist: list.name }),
    } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
