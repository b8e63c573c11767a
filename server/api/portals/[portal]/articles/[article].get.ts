import { requesterProblem } from '../../../../http/problem'
import { portalOf } from '../../../../http/portalOf'
import { defineRoute } from '../../../../http/route'
import { readArticle } from '../../../../queries/knowledge'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', article: 'number' },
    summary: 'An article for the visitors of a portal',
  },
  async ({ desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const article = portal.hides?.includes('articles')
      ? undefined
      : await readArticle(desk.db, path.article, { portal: portal.id })
    if (!article) throw requesterProblem(404, 'noArticle')
    const { id, title, body, changed_at: changedAt } = article
    return { id, title, body, changedAt }
  },
)
