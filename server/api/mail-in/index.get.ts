import { Transform } from 'class-transformer'
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import { MOST_NUMBER } from '../../http/bodies'
import { defineRoute } from '../../http/route'
import { keptMail } from '../../mail/keptMail'

class KeptQuery {
  /** `next` of the page before. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  before?: number
}

export default defineRoute(
  {
    may: 'logTickets',
    summary: 'Mails that came in and could not be taken, each with why',
    query: KeptQuery,
  },
  ({ desk, query }) => keptMail(desk.db, query),
)
