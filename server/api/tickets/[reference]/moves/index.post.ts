import { IsString, MaxLength } from 'class-validator'
import type { FieldValue } from '../../../../../core/fields'
import { makeMove } from '../../../../commands/work'
import { givenValues, IsFieldValues } from '../../../../http/fieldValues'
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
  @IsFieldValues()
  asked: Record<string, FieldValue | null> = {}
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Make a move of your shelf: all that it does, or nothing',
    body: MoveBody,
  },
  async ({ desk, caller, body, path }) => {
    const { sequence, lastMove } = await makeMove(
      desk,
      path.reference,
      { ...body, asked: givenValues(body.asked) },
      caller.id,
    )
    return { sequence, made: lastMove?.sequence ?? null }
  },
)
