import { removeArticle } from '../../commands/knowledge'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'retireKnowledge', path: { article: 'number' }, summary: 'Take an article out; it can be put back' },
  async ({ desk, path }) => {
    await removeArticle(desk, path.article, true)
    return { id: path.article }
  },
)
