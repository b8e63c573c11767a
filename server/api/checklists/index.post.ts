import { keepChecklist } from '../../commands/checklists'
import { defineRoute } from '../../http/route'
import { KeepChecklistBody } from '../../http/taskBodies'

export default defineRoute(
  {
    may: 'workTickets',
    summary: 'Keep what is to do on a ticket as a checklist, for a team of yours or for everybody',
    body: KeepChecklistBody,
  },
  async ({ desk, caller, body }) => ({ number: await keepChecklist(desk, caller, body) }),
)
