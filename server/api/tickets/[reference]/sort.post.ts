import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import type { ResortField } from '../../../../core/ticket'
import { defineRoute } from '../../../http/route'

const FIELDS = ['category', 'impact', 'urgency', 'priority', 'queue', 'team'] as const

class SortBody {
  @IsIn(FIELDS, { message: `choose one of ${FIELDS.join(', ')}` })
  field!: ResortField

  /** Id of the new value, as the ticket's own edition and the directory know it. */
  @IsString()
  @MaxLength(200)
  value!: string

  /** The value that was on the screen; refused when it is another by now. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  from?: string
}

export default defineRoute(
  {
    may: 'sortTickets',
    path: { reference: 'number' },
    summary: 'Sort a ticket otherwise than triage did; its promises follow, time spent is kept',
    body: SortBody,
  },
  async ({ desk, caller, body: { field, value, from }, path }) => {
    const { sequence } = await desk.run(
      path.reference,
      { kind: 'resort', field, value, from },
      { person: caller.id },
    )
    return { sequence }
  },
)
