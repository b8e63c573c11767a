import { defineRoute } from '../../http/route'
import { missingArticles } from '../../queries/knowledge'

export default defineRoute(
  {
    may: 'writeKnowledge',
    summary: 'Articles that were looked for at tickets and are not there, oldest first',
  },
  ({ desk }) => missingArticles(desk.db),
)
