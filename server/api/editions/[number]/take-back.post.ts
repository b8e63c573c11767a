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
    may: 'publishDesign',
    path: { number: 'number' },
    summary: 'Put an old edition in place of the draft, to be published anew',
    body: TakeBackBody,
  },
  ({ desk, caller, body, path }) => takeBack(desk, path.number, body.version, caller.id),
)
