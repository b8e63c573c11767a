import { offerArticle } from '../../../commands/knowledge'
import { OfferBody } from '../../../http/knowledgeBodies'
import { mustRead } from '../../../http/articleOf'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number' },
    summary: 'Offer an article for tickets of some categories before others, or no longer',
    body: OfferBody,
  },
  async ({ desk, body, path, caller }) => {
    await mustRead(desk, caller, path.article)
    await offerArticle(desk, path.article, body.categories, body.on)
    return { id: path.article }
  },
)
