import { IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../../http/route'
import { takeByHand } from '../../../mail/keptMail'

class TakeBody {
  /** As of whom it is taken. */
  @IsString({ message: 'choose somebody of the directory' })
  @MaxLength(80)
  requester!: string
}

export default defineRoute(
  {
    may: 'logTickets',
    path: { mail: 'number' },
    summary: 'Take a mail that was kept, as of somebody of the directory',
    body: TakeBody,
  },
  async ({ desk, body, path }) => {
    await takeByHand(desk, path.mail, body.requester)
    return {}
  },
)
