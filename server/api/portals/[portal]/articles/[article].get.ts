import { requesterProblem } from '../../../../http/problem'
import { portalOf } from '../../../../http/portalOf'
import { defineRoute } from '../../../../http/route'
import { readPortalArticle } from '../../../../queries/articles'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', article: 'number' },
    summary: 'An article for the visitors of a portal',
  },
  async ({ desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const article = await readPortalArticle(desk.db, path.article, portal)
    if (!article) throw requesterProblem(404, 'noArticle')
    const { id, title, body, files, changed_at: changedAt } = article
    return { id, title, body, files, changedAt }
  },
)
