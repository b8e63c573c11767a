import { IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../http/route'
import { planLived } from '../../queries/planLived'

class Query {
  /** Id of a plan of the edition that is in force. */
  @IsString()
  @MaxLength(80)
  plan!: string
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'How the stages of a plan went in the requests of the last ninety days',
    query: Query,
  },
  ({ desk, query }) => planLived(desk, query.plan),
)
