import { Transform } from 'class-transformer'
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { correctionsPage } from '../../queries/signals'

class CorrectionsQuery {
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(730)
  days: number = 90
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'How often people overruled each rule of triage in the last days, and what they set instead',
    query: CorrectionsQuery,
  },
  ({ desk, query }) => correctionsPage(desk, query.days),
)
