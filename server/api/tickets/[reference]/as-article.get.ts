import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { asArticle } from '../../../queries/asArticle'

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'What a ticket was about as the draft of an article, without those of whom it was',
  },
  async ({ desk, path }) => {
    const draft = await asArticle(desk, path.reference)
    if (!draft) throw new HttpProblem(404, `There is no ticket ${path.reference}.`)
    return draft
  },
)
