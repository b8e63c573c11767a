import { IsInt } from 'class-validator'
import { takeBack } from '../../../commands/draft'
import { defineRoute } from '../../../http/route'

class TakeBackBody {
  /** The version of the draft that was seen. */
  @IsInt()
  version!: number
}

export default defineRoute(
  {
    who: 'lead',
    summary: 'Put an old edition in place of the draft, to be published anew',
    body: TakeBackBody,
  },
  ({ desk, caller, body, number }) => takeBack(desk, number('number'), body.version, caller.id),
)
