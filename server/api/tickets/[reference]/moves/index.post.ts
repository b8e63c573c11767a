import { IsObject, IsString, MaxLength } from 'class-validator'
import { makeMove } from '../../../../commands/work'
import { HttpProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'

class MoveBody {
  /** Id of the move. */
  @IsString()
  @MaxLength(80)
  move!: string

  /** The status that was on the screen. */
  @IsString()
  @MaxLength(60)
  from!: string

  /** What it asks first, by name. */
  @IsObject()
  asked: Record<string, string> = {}
}

export default defineRoute(
  { who: 'technician', summary: 'Make a move of your shelf: all that it does, or nothing', body: MoveBody },
  async ({ desk, caller, body, number }) => {
    if (Object.values(body.asked).some((value) => typeof value !== 'string'))
      throw new HttpProblem(422, 'What a move asks for is given as text.')
    const { sequence, lastMove } = await makeMove(desk, number('reference'), body, caller.id)
    return { sequence, made: lastMove?.sequence ?? null }
  },
)
