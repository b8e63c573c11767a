import { mustSee } from '../../../queries/sight'
import { IsBoolean, IsIn, IsInt } from 'class-validator'
import { LINK_KINDS, type LinkKind } from '../../../../core/work'
import { linkTickets } from '../../../commands/work'
import { defineRoute } from '../../../http/route'

class LinkBody {
  /** Number of the other ticket. */
  @IsInt()
  to!: number

  /** What the other one is to this one. */
  @IsIn(LINK_KINDS, { message: `choose one of ${LINK_KINDS.join(', ')}` })
  as!: LinkKind

  /** Off takes the link away. */
  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Link two tickets, or take the link away; both get their half',
    body: LinkBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustSee(desk, caller, [body.to])
    await linkTickets(desk, path.reference, body, { person: caller.id })
    return {}
  },
)
