import { stepsIn } from '../../../core/writing'
import { mustRead } from '../../http/articleOf'
import { defineRoute } from '../../http/route'
import { fateOf } from '../../queries/articles'

export default defineRoute(
  { who: 'staff', path: { article: 'number' }, summary: 'An article, and what has become of it' },
  async ({ desk, caller, path }) => {
    const article = await mustRead(desk, caller, path.article)
    return {
      ...article,
      /** How many steps it has that can be ticked on a ticket. */
      steps: stepsIn(article.body).length,
      fate: await fateOf(desk.db, path.article),
    }
  },
)
