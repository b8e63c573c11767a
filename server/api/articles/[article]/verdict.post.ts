import { judgeArticle } from '../../../commands/articleWords'
import { VerdictBody } from '../../../http/knowledgeBodies'
import { defineRoute } from '../../../http/route'
import { readerOf } from '../../../queries/readers'

export default defineRoute(
  {
    who: 'staff',
    path: { article: 'number' },
    summary: 'Say whether an article helped',
    body: VerdictBody,
  },
  async ({ desk, caller, body, path }) => {
    await judgeArticle(desk, path.article, body, { person: caller.id, readers: readerOf(caller) })
    return {}
  },
)
