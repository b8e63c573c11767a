import { defineRoute } from '../../http/route'
import { checklistCounts } from '../../queries/checklists'

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'How often each task of a checklist came, was ticked, was not needed, and how long it took',
  },
  ({ desk }) => checklistCounts(desk),
)
