import { Transform } from 'class-transformer'
import { IsInt, IsOptional, Matches, Max, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { listArrivals } from '../../queries/arrivals'

class ArrivalsQuery {
  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Matches(/^[01]_\d{1,16}_\d{1,15}$/, { message: 'give back what the page before said in next' })
  after?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 60
}

export default defineRoute(
  {
    may: 'acceptArrivals',
    summary: 'Tickets that wait to be accepted, a page at a time',
    query: ArrivalsQuery,
  },
  ({ desk, query, caller }) => listArrivals(desk, query, caller.id),
)
