import { IsOptional, IsString, MaxLength } from 'class-validator'
import { portalOf } from '../../../http/portalOf'
import { defineRoute } from '../../../http/route'
import { helpWhileTyping } from '../../../queries/knowledge'

class HelpQuery {
  /** What somebody is writing into a form. */
  @IsString()
  @MaxLength(400)
  words!: string

  /** Id of what is asked for: what is offered for its category comes first. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  item?: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text' },
    summary: 'Articles that may help somebody while they write a request',
    query: HelpQuery,
  },
  async ({ desk, caller, query, path }) =>
    helpWhileTyping(desk, await portalOf(path.portal, desk, caller), query.words, query.item),
)
