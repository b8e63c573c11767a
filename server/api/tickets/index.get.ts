import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'
import { countViews, listTickets, type View } from '../../queries/tickets'

const VIEWS = ['all', 'open', 'mine', 'team', 'unassigned', 'over', 'done'] as const

class ListQuery {
  @IsOptional()
  @IsIn(VIEWS, { message: `choose one of ${VIEWS.join(', ')}` })
  view: View = 'open'

  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Matches(/^-?\d{1,16}_\d{1,15}$/, { message: 'give back what the page before said in next' })
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
    who: 'technician',
    summary: 'Tickets in a view, a page at a time, with the number in each view',
    query: ListQuery,
  },
  async ({ desk, query, caller }) => {
    const about = { now: deskNow(), person: caller.id, teams: caller.teams }
    const [list, counts] = await Promise.all([
      listTickets(desk, { ...query, ...about }),
      countViews(desk.db, about),
    ])
    return { ...list, counts }
  },
)
