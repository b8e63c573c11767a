import { IsString, MaxLength } from 'class-validator'
import type { FieldValue } from '../../../../core/fields'
import { givenValues, IsFieldValues } from '../../../http/fieldValues'
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
  @IsFieldValues()
  fields: Record<string, FieldValue | null> = {}
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Move a ticket to another status, through its gate',
    body: MoveBody,
  },
  async ({ desk, caller, body: { from, to, fields }, path }) => {
    const { sequence } = await desk.run(
      path.reference,
      { kind: 'move', from, to, fields: givenValues(fields) },
      { person: caller.id },
    )
    return { sequence }
  },
)
