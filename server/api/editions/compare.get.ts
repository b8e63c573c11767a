import { Matches } from 'class-validator'
import { changesInWords } from '../../../core/design'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { editionPage } from '../../queries/design'

class CompareQuery {
  @Matches(/^\d{1,9}$/, { message: 'give the number of an edition' })
  from!: string

  @Matches(/^\d{1,9}$/, { message: 'give the number of an edition' })
  to!: string
}

export default defineRoute(
  { who: 'staff', summary: 'What is different between two editions, in words', query: CompareQuery },
  async ({ desk, query }) => {
    const directory = await desk.knowledge.directory()
    const [from, to] = await Promise.all(
      [query.from, query.to].map((number) => editionPage(desk, Number(number))),
    )
    if (!from || !to) throw new HttpProblem(404, 'There is no such edition.')
    const changes = changesInWords(from.document, to.document, directory)
    return { from: from.number, to: to.number, changes }
  },
)
