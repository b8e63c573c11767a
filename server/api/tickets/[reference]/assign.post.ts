import { IsOptional, IsString, MaxLength, ValidateIf } from 'class-validator'
import { defineRoute } from '../../../http/route'

class AssignBody {
  /** Id of the person; null puts the ticket back into the queue. */
  @ValidateIf((body: AssignBody) => body.technician !== null)
  @IsString()
  @MaxLength(80)
  technician!: string | null

  /** Who had it on the screen; refused when it is somebody else by now. */
  @IsOptional()
  @ValidateIf((body: AssignBody) => body.from !== null)
  @IsString()
  @MaxLength(80)
  from?: string | null
}

export default defineRoute(
  {
    who: 'technician',
    path: { reference: 'number' },
    summary: 'Give a ticket to somebody, or put it back into the queue',
    body: AssignBody,
  },
  async ({ desk, caller, body, path }) => {
    const command = { kind: 'assign', technician: body.technician, from: body.from } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
