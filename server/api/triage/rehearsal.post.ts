import { IsInt, Max, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { sightOf } from '../../queries/sight'
import { rehearseTriage } from '../../queries/triageTrial'

class RehearsalBody {
  /** How many days back. */
  @IsInt()
  @Min(1)
  @Max(400)
  days: number = 30
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'Sort the tickets of the last days by the draft: how many would change, in groups',
    body: RehearsalBody,
  },
  async ({ desk, caller, body }) => rehearseTriage(desk, body.days, await sightOf(desk, caller.id)),
)
