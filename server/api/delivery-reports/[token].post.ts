import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { messageRowOf } from '../../queries/messageByToken'
import { acknowledgeByToken } from '../../commands/acknowledge'
import { recordOutcome } from '../../commands/deliveries'
import { defineRoute } from '../../http/route'

class ReportBody {
  @IsIn(['delivered', 'failed', 'acknowledged'], { message: 'choose delivered, failed or acknowledged' })
  state!: 'delivered' | 'failed' | 'acknowledged'

  @IsOptional()
  @IsString()
  @MaxLength(300)
  detail?: string
}

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'What a gateway says became of a message, at the address that came with the message',
    body: ReportBody,
  },
  async ({ desk, body, path }) => {
    const token = path.token
    const message = await messageRowOf(desk, 'report', token)
    if (body.state === 'acknowledged' && message.climb)
      await acknowledgeByToken(desk, 'report', token, 'pager')
    else if (!['acknowledged', 'givenUp', 'delivered'].includes(message.state))
      await recordOutcome(desk, message, {
        state: body.state === 'failed' ? 'givenUp' : 'delivered',
        attempts: Math.max(1, message.attempts),
        detail: body.detail ?? 'the gateway says so',
      })
    return {}
  },
)
