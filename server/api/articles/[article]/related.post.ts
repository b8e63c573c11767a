import { relateArticles } from '../../../commands/articleTies'
import { mustRead } from '../../../http/articleOf'
import { RelateBody } from '../../../http/knowledgeBodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number' },
    summary: 'Say that two articles belong together, or no longer',
    body: RelateBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustRead(desk, caller, path.article)
    await mustRead(desk, caller, body.article)
    await relateArticles(desk, path.article, body.article, body.on)
    return {}
  },
)
