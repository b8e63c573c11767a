import { mustRead } from '../../../../http/articleOf'
import { defineRoute } from '../../../../http/route'
import { versionsOf } from '../../../../queries/articles'

export default defineRoute(
  {
    who: 'staff',
    path: { article: 'number' },
    summary: 'What an article said each time it was changed, the newest first',
  },
  async ({ desk, caller, path }) => {
    await mustRead(desk, caller, path.article)
    return { rows: await versionsOf(desk.db, path.article) }
  },
)
