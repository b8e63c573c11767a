import { saveArticle } from '../../commands/knowledge'
import { mustRead } from '../../http/articleOf'
import { ArticleBody } from '../../http/knowledgeBodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number' },
    summary: 'Change an article: all that it says, as it shall be',
    body: ArticleBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustRead(desk, caller, path.article)
    return { id: await saveArticle(desk, body, caller.id, path.article) }
  },
)
