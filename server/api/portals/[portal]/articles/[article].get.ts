import { requesterProblem } from '../../../../http/problem'
import { portalOf } from '../../../../http/portalOf'
import { defineRoute } from '../../../../http/route'
import { readArticle } from '../../../../queries/knowledge'

export default defineRoute(
  { who: 'signedIn', summary: 'An article for the visitors of a portal' },
  async ({ event, desk, caller, number }) => {
    const portal = await portalOf(event, desk, caller)
    const article = portal.hides?.includes('articles')
      ? undefined
      : await readArticle(desk.db, number('article'), { portal: portal.id })
    if (!article) throw requesterProblem(404, 'noArticle')
    const { id, title, body, changed_at: changedAt } = article
    return { id, title, body, changedAt }
  },
)
