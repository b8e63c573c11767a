import { mustRead } from '../../../../http/articleOf'
import { HttpProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'
import { versionOf } from '../../../../queries/articles'

export default defineRoute(
  { who: 'staff', path: { article: 'number', version: 'number' }, summary: 'What an article said once' },
  async ({ desk, caller, path }) => {
    await mustRead(desk, caller, path.article)
    const version = await versionOf(desk.db, path.article, path.version)
    if (!version) throw new HttpProblem(404, `This article has no version ${path.version}.`)
    return version
  },
)
