import { IsInt, IsString, MaxLength, Min } from 'class-validator'
import { previewMessage, Refused } from '../../../core/ticket'
import { deskNow } from '../../clock/deskClock'
import { defineRoute } from '../../http/route'

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
  { who: 'lead', summary: 'What a message would say of a ticket, to its requester', body: PreviewBody },
  async ({ desk, body }) => {
    const row = await desk.db
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', body.reference)
      .executeTakeFirst()
    if (!row) throw new Refused('missing', `There is no ticket ${body.reference}.`)
    const [design, directory] = await Promise.all([
      desk.knowledge.editionOf(row.state),
      desk.knowledge.directory(),
    ])
    return {
      ...previewMessage(row.state, design, directory, deskNow(), body),
      to: directory.nameOf(row.state.requester),
    }
  },
)
