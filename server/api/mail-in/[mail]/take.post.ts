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
    who: 'technician',
    summary: 'Take a mail that was kept, as of somebody of the directory',
    body: TakeBody,
  },
  async ({ desk, body, number }) => {
    await takeByHand(desk, number('mail'), body.requester)
    return {}
  },
)
