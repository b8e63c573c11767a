import { fieldOf } from '../../../../core/fields'
import { ticketFacts, writtenOut } from '../../../../core/facts'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { seesField } from '../../../queries/seenFields'

export default defineRoute(
  {
    may: 'changeDesign',
    path: { reference: 'number' },
    summary: 'What rules may ask of a ticket, for trying a design',
  },
  async ({ desk, caller, path }) => {
    const reference = path.reference
    const row = await desk.db
      .selectFrom('ticket')
      .select(['state', 'summary'])
      .where('reference', '=', reference)
      .executeTakeFirst()
    if (!row) throw new HttpProblem(404, `There is no ticket ${reference}.`)
    const design = await desk.knowledge.edition(row.state.edition)
    const current = await desk.knowledge.currentEdition()
    const facts = Object.fromEntries(
      Object.entries(writtenOut(ticketFacts(row.state, design))).filter(([fact]) => {
        const field = fieldOf(fact)
        return field === undefined || seesField(field, current, caller, design)
      }),
    )
    return { reference, summary: row.summary, edition: row.state.edition, facts }
  },
)
