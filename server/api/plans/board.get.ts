import { IsOptional, IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../http/route'
import { planBoard } from '../../queries/planBoard'

class PlanBoardQuery {
  /** Id of a plan; that with the most requests under way if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  plan?: string
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'Requests under way by the stages of their plan: who has what, what is late, when each is expected',
    query: PlanBoardQuery,
  },
  ({ desk, caller, query }) => planBoard(desk, caller.id, query.plan),
)
