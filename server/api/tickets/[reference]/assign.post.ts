import { Refused } from '../../../../core/ticket'
import type { Desk } from '../../../commands/desk'
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
    may: ['assignTickets', 'workTickets'],
    path: { reference: 'number' },
    summary: 'Give a ticket to somebody, or put it back into the queue',
    body: AssignBody,
  },
  async ({ desk, caller, body, path }) => {
    if (!caller.rights.has('assignTickets'))
      await refuseOthers(desk, caller.id, path.reference, body.technician)
    const command = { kind: 'assign', technician: body.technician, from: body.from } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)

/** Who gives no tickets to others takes them for themselves, and puts their own back. */
async function refuseOthers(desk: Desk, person: string, reference: number, technician: string | null) {
  if (technician === person) return
  const row = await desk.db
    .selectFrom('ticket')
    .select('technician')
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (technician !== null || row?.technician !== person)
    throw new Refused('forbidden', 'Your role gives no tickets to others; take it yourself, or ask a lead.')
}
