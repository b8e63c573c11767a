import { removeArticle } from '../../commands/knowledge'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Take an article out; it can be put back' },
  async ({ desk, number }) => {
    await removeArticle(desk, number('article'), true)
    return { id: number('article') }
  },
)
