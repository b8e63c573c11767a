import { Transform } from 'class-transformer'
import { IsInt, Max, Min } from 'class-validator'
import { Refused } from '../../../core/ticket'
import { DAY } from '../../../core/time'
import { defineRoute } from '../../http/route'
import { rotasPage } from '../../queries/rotas'

const number = Transform(({ value }) => Number(value))

class Query {
  /** Epoch milliseconds. */
  @number
  @IsInt()
  @Min(0)
  @Max(8e15)
  from!: number

  @number
  @IsInt()
  @Min(0)
  @Max(8e15)
  to!: number
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'Who is on call from one moment to another, with gaps and people who have two rotas at once',
    query: Query,
  },
  ({ desk, query }) => {
    if (!(query.to > query.from) || query.to - query.from > 100 * DAY)
      throw new Refused('invalid', 'The stretch of time is wrong.', [
        { field: 'to', message: 'choose an end after the beginning, at most 100 days later' },
      ])
    return rotasPage(desk, query.from, query.to)
  },
)
