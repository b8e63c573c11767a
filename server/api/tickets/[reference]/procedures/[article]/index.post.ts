import { followArticle } from '../../../../../commands/knowledge'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', article: 'number' },
    summary: 'Follow the steps of an article on a ticket, as they are now',
  },
  async ({ desk, caller, path: { reference, article } }) => {
    const { sequence } = await followArticle(desk, reference, article, caller)
    return { sequence }
  },
)
