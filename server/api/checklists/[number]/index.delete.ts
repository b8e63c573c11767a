import { dropKeptChecklist } from '../../../commands/checklists'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { number: 'number' },
    summary: 'Take a kept checklist away; tickets that have it keep their tasks',
  },
  async ({ desk, caller, path }) => {
    await dropKeptChecklist(desk, caller, path.number)
    return {}
  },
)
