import { IsBoolean } from 'class-validator'
import { settleSuspicion } from '../../commands/likeNew'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'

class SettleBody {
  /** Whether they have one cause. */
  @IsBoolean()
  cause!: boolean
}

export default defineRoute(
  {
    may: 'declareMajor',
    path: { number: 'number' },
    summary: 'Say whether tickets of a sort have one cause; nobody is asked again for a day',
    body: SettleBody,
  },
  async ({ desk, caller, body: { cause }, path }) => {
    if (!(await settleSuspicion(desk.db, path.number, { cause, by: caller.id })))
      throw new HttpProblem(409, 'Somebody has said so already, or there is none; look again.')
    return {}
  },
)
