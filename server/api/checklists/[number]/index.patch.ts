import { changeKeptChecklist } from '../../../commands/checklists'
import { defineRoute } from '../../../http/route'
import { KeptChecklistBody } from '../../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    path: { number: 'number' },
    summary: 'Name a kept checklist otherwise, or keep it for others',
    body: KeptChecklistBody,
  },
  async ({ desk, caller, body, path }) => {
    await changeKeptChecklist(desk, caller, path.number, body)
    return {}
  },
)
