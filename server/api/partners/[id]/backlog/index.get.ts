import { defineRoute } from '../../../../http/route'
import { backlogPage } from '../../../../partner/backlog'

export default defineRoute(
  {
    may: ['pairPartners', 'changeDesign'],
    path: { id: 'text' },
    summary: 'The last backlog that a partner desk was asked to take, and how far it is',
  },
  ({ desk, path: { id } }) => backlogPage(desk, id),
)
