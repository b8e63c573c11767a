import { stepsIn } from '../../../core/writing'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { readArticle } from '../../queries/knowledge'

export default defineRoute(
  { who: 'staff', path: { article: 'number' }, summary: 'An article' },
  async ({ desk, path }) => {
    const article = await readArticle(desk.db, path.article, {})
    if (!article) throw new HttpProblem(404, 'There is no such article.')
    /** How many steps it has that can be ticked on a ticket. */
    return { ...article, steps: stepsIn(article.body).length }
  },
)
