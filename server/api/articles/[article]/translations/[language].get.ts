import { LANGUAGES } from '../../../../../core/words'
import { mustRead } from '../../../../http/articleOf'
import { HttpProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'
import { translationOf } from '../../../../queries/articles'

export default defineRoute(
  {
    who: 'staff',
    path: { article: 'number', language: LANGUAGES },
    summary: 'An article in another language than its own',
  },
  async ({ desk, caller, path }) => {
    await mustRead(desk, caller, path.article)
    const said = await translationOf(desk.db, path.article, path.language)
    if (!said) throw new HttpProblem(404, 'Nobody has said it in this language.')
    return said
  },
)
