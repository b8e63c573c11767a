import { fileAmong, fileAnswer } from '../../../../http/fileAnswer'
import { defineRoute } from '../../../../http/route'
import { readArticle } from '../../../../queries/knowledge'

export default defineRoute(
  {
    who: 'staff',
    path: { article: 'number', file: 'text' },
    summary: 'A file of an article',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, path }) => {
    const article = await readArticle(desk.db, path.article, {})
    return fileAnswer(event, desk.db, fileAmong(article?.files, path.file))
  },
)
