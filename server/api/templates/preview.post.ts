import { IsInt, IsString, MaxLength, Min } from 'class-validator'
import { previewMessage, Refused } from '../../../core/ticket'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'
import { mustSee } from '../../queries/sight'
import { STATE_COLUMNS, wholeState } from '../../db/rows'

class PreviewBody {
  @IsInt({ message: 'write the number of a ticket' })
  @Min(1, { message: 'write the number of a ticket' })
  reference!: number

  @IsString()
  @MaxLength(500)
  subject!: string

  @IsString()
  @MaxLength(20_000)
  body!: string
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'What a message would say of a ticket, to its requester',
    body: PreviewBody,
  },
  async ({ desk, caller, body }) => {
    await mustSee(desk, caller, [body.reference])
    const row = await desk.db
      .selectFrom('ticket')
      .select(STATE_COLUMNS)
      .where('reference', '=', body.reference)
      .executeTakeFirst()
    if (!row) throw new Refused('missing', `There is no ticket ${body.reference}.`)
    const state = wholeState(row)
    const [design, directory] = await Promise.all([
      desk.knowledge.editionOf(state),
      desk.knowledge.directory(),
    ])
    return {
      ...previewMessage(state, design, directory, deskNow(), body),
      to: directory.nameOf(state.requester),
    }
  },
)
