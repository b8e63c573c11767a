import { IsIn } from 'class-validator'
import { goForward } from '../../jobs/goForward'
import { defineRoute } from '../../http/route'

class ForwardBody {
  /** `15m`, `1h`, or `alarm` for the next alarm. */
  @IsIn(['15m', '1h', 'alarm'], { message: 'choose 15m, 1h or alarm' })
  by!: '15m' | '1h' | 'alarm'
}

export default defineRoute(
  {
    who: 'demo',
    summary: 'Put the demo’s time forward; alarms ring in their order on the way',
    body: ForwardBody,
  },
  ({ desk, body }) => goForward(desk, body.by),
)
