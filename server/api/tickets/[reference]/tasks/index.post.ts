import { defineRoute } from '../../../../http/route'
import { evidenceOf } from '../../../../http/evidence'
import { TasksBody } from '../../../../http/taskBodies'
import { chosenChecklist } from '../../../../commands/checklists'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Add tasks to a ticket, or a checklist',
    body: TasksBody,
  },
  async ({ desk, caller, body: { tasks = [], checklist: id }, path }) => {
    const command =
      id === undefined
        ? {
            kind: 'addTasks' as const,
            tasks: tasks.map(({ evidence, ...one }) => ({
              ...one,
              ...(evidence && { evidence: evidenceOf(evidence) }),
            })),
          }
        : { kind: 'addChecklist' as const, checklist: await chosenChecklist(desk, caller, id) }
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
