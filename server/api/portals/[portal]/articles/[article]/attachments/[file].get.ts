import { fileAmong, fileAnswer } from '../../../../../../http/fileAnswer'
import { portalOf } from '../../../../../../http/portalOf'
import { defineRoute } from '../../../../../../http/route'
import { readPortalArticle } from '../../../../../../queries/articles'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', article: 'number', file: 'text' },
    summary: 'A file of an article, for the visitors of a portal',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const article = await readPortalArticle(desk.db, path.article, portal)
    return fileAnswer(event, desk.db, fileAmong(article?.files, path.file))
  },
)
