import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'
import { listClocks, type ClockBand } from '../../queries/clocks'

const BANDS = ['over', 'close', 'fine', 'paused'] as const

class ClocksQuery {
  @IsOptional()
  @IsIn(BANDS, { message: `choose one of ${BANDS.join(', ')}` })
  band?: ClockBand

  @IsOptional()
  @IsString()
  @MaxLength(60)
  target?: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  team?: string

  /** Id of a person, or nobody for tickets without a technician. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  technician?: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  organisation?: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  priority?: string

  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  @IsOptional()
  @Matches(/^[01]_-?\d{1,16}_\d{1,15}_[^\s]{1,60}$/, {
    message: 'give back what the page before said in next',
  })
  after?: string

  /** The moment of the first page, so that the following pages go on from it. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  at?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 100
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'Every running promise by its balance, a page at a time, with the number in each band',
    query: ClocksQuery,
  },
  ({ desk, caller, query: { at, ...query } }) =>
    listClocks(desk, { ...query, now: at ?? deskNow(), person: caller.id }),
)
