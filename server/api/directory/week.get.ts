import { Transform } from 'class-transformer'
import { IsInt, IsString, Max, MaxLength, Min } from 'class-validator'
import { teamWeek } from '../../../core/directory'
import { Refused } from '../../../core/ticket'
import { defineRoute } from '../../http/route'

class WeekQuery {
  /** Id of the team. */
  @IsString()
  @MaxLength(120)
  team!: string

  /** First instant of the week. */
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  @Max(8e15)
  from!: number
}

export default defineRoute(
  {
    may: 'seeDirectory',
    summary:
      'A week of a team: who is on shift when, how many together, and where nobody is while promises count',
    query: WeekQuery,
  },
  async ({ desk, query }) => {
    const [directory, design] = await Promise.all([
      desk.knowledge.directory(),
      desk.knowledge.currentEdition(),
    ])
    if (!directory.teams.has(query.team)) throw new Refused('missing', `There is no team “${query.team}”.`)
    return teamWeek(query.team, query.from, { directory, design })
  },
)
