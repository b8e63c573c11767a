import { takeFiles } from '../../../../commands/attachments'
import { evidenceOf } from '../../../../http/evidence'
import { defineRoute } from '../../../../http/route'
import { TaskChangeBody } from '../../../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', task: 'text' },
    summary: 'Tick a task with what it asks for, say that it is not needed, or change what it says',
    body: TaskChangeBody,
  },
  async ({ desk, caller, body: { file: id, evidence, ...body }, path }) => {
    const [file] = id === undefined ? [] : await takeFiles(desk.db, [id], caller.id)
    const change = {
      ...body,
      ...(file && { file }),
      ...(evidence !== undefined && { evidence: evidence && evidenceOf(evidence) }),
    }
    const command = { kind: 'changeTask', id: path.task, change } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
