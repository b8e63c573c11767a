import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { listAgreements } from '../../directory/agreements'
import { defineRoute } from '../../http/route'

class AgreementsQuery {
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** Only those in force that end within so many days. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(3660)
  endsWithin?: number

  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Matches(/^-?\d{1,16}_\d{1,15}$/, { message: 'give back what the page before said in next' })
  after?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 100
}

export default defineRoute(
  { who: 'technician', summary: 'Agreements by when they end, a page at a time', query: AgreementsQuery },
  ({ desk, query }) => listAgreements(desk, query),
)
