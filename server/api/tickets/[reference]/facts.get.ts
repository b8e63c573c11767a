import { ticketFacts } from '../../../../core/ticket'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'What rules may ask of a ticket, for trying a design' },
  async ({ desk, number }) => {
    const reference = number('reference')
    const row = await desk.db
      .selectFrom('ticket')
      .select(['state', 'summary'])
      .where('reference', '=', reference)
      .executeTakeFirst()
    if (!row) throw new HttpProblem(404, `There is no ticket ${reference}.`)
    const design = await desk.knowledge.edition(row.state.edition)
    const facts = ticketFacts(row.state, design)
    return { reference, summary: row.summary, edition: row.state.edition, facts }
  },
)
