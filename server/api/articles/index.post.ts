import { setResponseStatus } from 'h3'
import { saveArticle } from '../../commands/knowledge'
import { ArticleBody } from '../../http/knowledgeBodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'writeKnowledge', summary: 'Write an article', body: ArticleBody },
  async ({ event, desk, caller, body }) => {
    const id = await saveArticle(desk, body, caller.id)
    setResponseStatus(event, 201)
    return { id }
  },
)
