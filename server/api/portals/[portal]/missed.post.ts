import { IsString, MaxLength, MinLength } from 'class-validator'
import { noteMissedSearch } from '../../../commands/articleWords'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'

class MissedBody {
  /** What was looked for. */
  @IsString()
  @MinLength(1)
  @MaxLength(200)
  words!: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'Write down what somebody looked for at a portal and did not find, if nothing fits it',
    body: MissedBody,
  },
  async ({ desk, caller, body, path }) => ({
    noted: await noteMissedSearch(desk, await portalOf(path.portal, desk, caller), body.words, caller),
  }),
)
