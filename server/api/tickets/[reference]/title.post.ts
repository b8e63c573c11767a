import { IsOptional, IsString, MaxLength } from 'class-validator'
import { TITLE_LIMIT } from '../../../../core/intake'
import { defineRoute } from '../../../http/route'

class TitleBody {
  @IsString()
  @MaxLength(TITLE_LIMIT, { message: `please shorten this to ${TITLE_LIMIT} characters` })
  summary!: string

  /** What stood there on the screen; refused when it is called otherwise by now. */
  @IsOptional()
  @IsString()
  @MaxLength(TITLE_LIMIT)
  from?: string
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Call a ticket otherwise',
    body: TitleBody,
  },
  async ({ desk, caller, body: { summary, from }, path }) => {
    const { sequence } = await desk.run(
      path.reference,
      { kind: 'retitle', summary, from },
      { person: caller.id },
    )
    return { sequence }
  },
)
