import { judgeArticle } from '../../../../../commands/articleWords'
import { VerdictBody } from '../../../../../http/knowledgeBodies'
import { portalOf } from '../../../../../http/portalOf'
import { requesterProblem } from '../../../../../http/problem'
import { defineRoute } from '../../../../../http/route'
import { readPortalArticle } from '../../../../../queries/articles'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', article: 'number' },
    summary: 'Say whether an article of a portal helped',
    body: VerdictBody,
  },
  async ({ desk, caller, body, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    if (!(await readPortalArticle(desk.db, path.article, portal))) throw requesterProblem(404, 'noArticle')
    const readers = { portal: portal.id }
    await judgeArticle(desk, path.article, body, { person: caller.id, readers, portal: portal.id })
    return {}
  },
)
