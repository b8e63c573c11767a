import { removeArticle } from '../../../commands/knowledge'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Put an article back that was taken out' },
  async ({ desk, number }) => {
    await removeArticle(desk, number('article'), false)
    return { id: number('article') }
  },
)
