import { Transform } from 'class-transformer'
import { IsInt, IsString, MaxLength } from 'class-validator'
import { FIRST_WEIGHING, weighingFaults } from '../../../core/similar'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { pastPairs } from '../../queries/pastPairs'

class Query {
  /** As often a word of the summary counts as one of the description. */
  @Transform(({ value }) => Number(value))
  @IsInt()
  summary: number = FIRST_WEIGHING.summary

  /** In what time nearness halves (ISO 8601). */
  @IsString()
  @MaxLength(40)
  halfLife: string = FIRST_WEIGHING.halfLife
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'Pairs of past tickets with what speaks for their being the same, and whether people have called them so',
    query: Query,
  },
  ({ desk, query, caller }) => {
    const [fault] = weighingFaults({ ...FIRST_WEIGHING, ...query })
    if (fault !== undefined) throw new HttpProblem(422, `${fault}.`)
    return pastPairs(desk, caller.id, query)
  },
)
