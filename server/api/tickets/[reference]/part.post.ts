import { IsBoolean, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { partTicket } from '../../../commands/work'
import { defineRoute } from '../../../http/route'

class PartBody {
  @IsString()
  @MaxLength(200)
  summary!: string

  /** `part` belongs to this ticket; `copy` asks the same again. */
  @IsIn(['part', 'copy'], { message: 'choose part or copy' })
  as!: 'part' | 'copy'

  /** Catalog item; that of this ticket if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  item?: string

  /** Whether its requester sees and hears of it; a part is internal if left out, a copy is not. */
  @IsOptional()
  @IsBoolean()
  shown?: boolean
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Make another ticket of one: a part of it, or a copy',
    body: PartBody,
  },
  async ({ desk, caller, body, path }) => {
    const made = await partTicket(desk, path.reference, body, { person: caller.id })
    return { reference: made.reference }
  },
)
