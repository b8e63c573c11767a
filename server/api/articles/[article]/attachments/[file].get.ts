import { fileAmong, fileAnswer } from '../../../../http/fileAnswer'
import { defineRoute } from '../../../../http/route'
import { mustRead } from '../../../../http/articleOf'

export default defineRoute(
  {
    who: 'staff',
    path: { article: 'number', file: 'text' },
    summary: 'A file of an article',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, path }) => {
    const article = await mustRead(desk, caller, path.article)
    return fileAnswer(event, desk.db, fileAmong(article.files, path.file))
  },
)
