import { defineRoute } from '../../http/route'
import { missedSearches, missingArticles } from '../../queries/articles'

export default defineRoute(
  {
    may: 'writeKnowledge',
    summary:
      'What was looked for and is not there: articles noted as missing at tickets, oldest first, and what visitors of portals searched for',
  },
  async ({ desk }) => {
    const [rows, searched] = await Promise.all([missingArticles(desk.db), missedSearches(desk.db)])
    return { rows, searched }
  },
)
