import { IsObject, IsString, MaxLength } from 'class-validator'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

class MoveBody {
  /** The status that was on the screen; the move is refused when it is another by now. */
  @IsString()
  @MaxLength(60)
  from!: string

  @IsString()
  @MaxLength(60)
  to!: string

  /** What the gate asks for, by name. */
  @IsObject()
  fields: Record<string, string> = {}
}

export default defineRoute(
  { who: 'technician', summary: 'Move a ticket to another status, through its gate', body: MoveBody },
  async ({ desk, caller, body: { from, to, fields }, number }) => {
    if (Object.values(fields).some((value) => typeof value !== 'string'))
      throw new HttpProblem(422, 'What a gate asks for is given as text.')
    const { sequence } = await desk.run(
      number('reference'),
      { kind: 'move', from, to, fields },
      { person: caller.id },
    )
    return { sequence }
  },
)
