import { Transform } from 'class-transformer'
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { signalsPage } from '../../queries/signals'

class SignalsQuery {
  /** How many days back the sums go. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(365)
  days: number = 30
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'Signals: the latest, and how many of each kind and cover became what in the last days',
    query: SignalsQuery,
  },
  ({ desk, query }) => signalsPage(desk, query.days),
)
