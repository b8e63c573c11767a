import { IsString, MaxLength, ValidateIf } from 'class-validator'
import { defineRoute } from '../../../http/route'

class AssignBody {
  /** Id of the person; null puts the ticket back into the queue. */
  @ValidateIf((body: AssignBody) => body.technician !== null)
  @IsString()
  @MaxLength(80)
  technician!: string | null
}

export default defineRoute(
  {
    who: 'technician',
    summary: 'Give a ticket to somebody, or put it back into the queue',
    body: AssignBody,
  },
  async ({ desk, caller, body, number }) => {
    const command = { kind: 'assign', technician: body.technician } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
