import { removeArticle } from '../../../commands/knowledge'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { may: 'retireKnowledge', path: { article: 'number' }, summary: 'Put an article back that was taken out' },
  async ({ desk, path }) => {
    await removeArticle(desk, path.article, false)
    return { id: path.article }
  },
)
