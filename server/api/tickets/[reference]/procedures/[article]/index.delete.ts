import { leaveArticle } from '../../../../../commands/knowledge'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', article: 'number' },
    summary: 'Follow the steps of an article on a ticket no longer',
  },
  async ({ desk, caller, path: { reference, article } }) => {
    const { sequence } = await leaveArticle(desk, reference, article, caller.id)
    return { sequence }
  },
)
