import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { readArticle } from '../../queries/knowledge'

export default defineRoute({ who: 'technician', summary: 'An article' }, async ({ desk, number }) => {
  const article = await readArticle(desk.db, number('article'), {})
  if (!article) throw new HttpProblem(404, 'There is no such article.')
  return article
})
