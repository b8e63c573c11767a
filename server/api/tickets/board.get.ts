import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, Max, Min } from 'class-validator'
import { BOARD_LANES, type BoardLanes } from '../../../core/work'
import { deskNow } from '../../clock/deskClock'
import { readWhich, WhichQuery } from '../../http/listQuery'
import { defineRoute } from '../../http/route'
import { boardOf } from '../../queries/board'
import { sightOf } from '../../queries/sight'

class BoardQuery extends WhichQuery {
  /** By what its cards lie in rows; in none if left out. */
  @IsOptional()
  @IsIn(BOARD_LANES, { message: `choose one of ${BOARD_LANES.join(', ')}` })
  lanes?: BoardLanes

  /** How many cards of each column and row are wanted. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  each: number = 20
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary:
      'Tickets as a board: how many are in each status, in rows by team or technician, and the first of each',
    query: BoardQuery,
  },
  async ({ desk, query, caller }) => {
    const about = { now: deskNow(), person: caller.id, role: caller.role, teams: caller.teams }
    const { lanes, each } = query
    const { group: _, ...which } = readWhich(query)
    const [board, counts] = await Promise.all([
      boardOf(desk, { ...which, ...about }, lanes, each),
      desk.open.counts({ ...about, sight: await sightOf(desk, caller.id) }),
    ])
    return { ...board, counts }
  },
)
