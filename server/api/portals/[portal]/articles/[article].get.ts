import { languageFor } from '../../../../http/language'
import { requesterProblem } from '../../../../http/problem'
import { portalOf } from '../../../../http/portalOf'
import { defineRoute } from '../../../../http/route'
import { portalArticlePage } from '../../../../queries/articles'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', article: 'number' },
    summary: 'An article for the visitors of a portal',
  },
  async ({ event, desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const article = await portalArticlePage(
      desk.db,
      path.article,
      portal,
      await languageFor(event, desk, caller, portal),
    )
    if (!article) throw requesterProblem(404, 'noArticle')
    const { id, title, body, files, language, changed_at: changedAt } = article
    const related = article.related.map(({ id, title }) => ({ id, title }))
    return { id, title, body, files, language, changedAt, related }
  },
)
